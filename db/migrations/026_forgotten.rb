# frozen_string_literal: true

# A member may ask to be forgotten: who it was goes, the fish stay.
Sequel.migration do
  noted = <<~SQL
    drop trigger noted on members;
    create trigger noted after insert or update or delete on members for each row
      when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
      execute function note_row_change(%s);
  SQL

  up do
    run <<~SQL
      alter table members add forgotten_at timestamptz,
        add check (forgotten_at is null or (not active and
          num_nonnulls(account_id, public_name, permit_number, permit_expires_on) = 0));
    SQL
    run format(noted, "'id', 'name', 'public_name', 'permit_number'")
  end

  down do
    run format(noted, "'id'")
    run "alter table members drop forgotten_at"
  end
end
