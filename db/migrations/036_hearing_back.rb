# frozen_string_literal: true

# How often a member hears that a fish of theirs came back, and the key in each letter that ends it.
Sequel.migration do
  noted = <<~SQL
    drop trigger noted on members;
    create trigger noted after insert or update or delete on members for each row
      when (current_setting('voucher.unnoted', true) is distinct from 'on' or not notes_may_be_off())
      execute function note_row_change('id', 'name', 'public_name', 'permit_number'KEY);
  SQL

  up do
    run <<~SQL
      alter table members
        add hears text not null default 'each' check (hears in ('each', 'monday', 'never')),
        add stop_key uuid not null default gen_random_uuid() unique;
      #{noted.sub('KEY', ", 'stop_key'")}
    SQL
  end

  down do
    run "#{noted.sub('KEY', '')} alter table members drop hears, drop stop_key;"
  end
end
