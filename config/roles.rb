# frozen_string_literal: true

# Who may do what in the database: the owner of the tables migrates; the application adds and
# changes rows, and only adds to ledgers; a reader reads. Safe to run again.
module Roles
  APPLICATION = "voucher_app"
  READER = "voucher_read"
  # Rows are only ever added to them.
  LEDGERS = %w[
    stages tag_custody corrections decisions changes row_changes own_rules encounter_versions
    security_events ledger_seals
  ].freeze
  # Where the application removes rows: what is derived, gone by tomorrow, or machinery.
  REMOVED_FROM = %w[trips photos live_fish live_taps track_fixes letter_templates spans lockers
    coast_features discarded_files security_traces water_cells practice_results
    practice_signatures practice_seeds
    water_recomputes limit_counts archives applications notice_receipts meet_members
    handed_over public_pictures].freeze
  MACHINERY = /\A(account|que_)/

  module_function

  # db: as the owner. A database that is not ours may forbid making roles: then it says so.
  #
  # Returns whether the application has a role of its own.
  def grant(db)
    return false unless may_make_roles?(db)

    [APPLICATION, READER].each { |role| make(db, role) }
    tables = db.tables.map(&:to_s)
    views = db.views.map(&:to_s)
    db.run "revoke all on all tables in schema public from public, #{APPLICATION}, #{READER}"
    db.run "grant usage on schema public to #{APPLICATION}, #{READER}"
    db.run "grant select on all tables in schema public to #{APPLICATION}"
    db.run "grant usage, select on all sequences in schema public to #{APPLICATION}"
    db.run "revoke execute on function seal_ledger from public"
    db.run "grant execute on function seal_ledger to #{APPLICATION}"
    db.run "grant execute on function remove_import_records, remove_import_rest to #{APPLICATION}"
    tables.each { |table| grant_writing(db, table) }
    views.each { |view| grant_writing(db, view) }
    grant_reading(db, tables + views)
    limit_temporary_tables(db)
    true
  end

  # Temporary tables stand before ours where a name is looked up without a path. The queue needs
  # temporary functions for its work, so the application keeps the right; nobody else has it. A copy
  # of a database does not copy this.
  def limit_temporary_tables(db)
    name = db.get(Sequel.function(:current_database))
    database = db.literal(Sequel.identifier(name))
    db.run "revoke temporary on database #{database} from public"
    db.run "grant temporary on database #{database} to #{APPLICATION}"
  end

  def make(db, role)
    return unless db[:pg_roles].where(rolname: role).empty?

    db.run "create role #{role} login nosuperuser nocreatedb nocreaterole noinherit"
  rescue Sequel::DatabaseError => e
    # Two databases of one cluster may be prepared at once; the role is there, which is what counts.
    raise unless e.wrapped_exception.is_a?(PG::DuplicateObject) ||
      e.wrapped_exception.is_a?(PG::UniqueViolation)
  end

  def grant_writing(db, table)
    return if table.start_with?("schema_")

    # Seals are made by a function of the owner's, balances by the owner.
    return if %w[ledger_seals note_balances].include?(table)

    acts = ["insert"]
    acts << "update" unless LEDGERS.include?(table)
    acts << "delete" if REMOVED_FROM.include?(table) || table.match?(MACHINERY)
    db.run "grant #{acts.join(', ')} on #{table} to #{APPLICATION}"
  end

  # Nobody reads passwords, keys, names and contacts when to draw a chart: of a table that holds
  # some of them the other columns are open.
  def grant_reading(db, tables)
    closed = Core::Privacy::PersonalData.closed_to_readers
    tables.grep_v(MACHINERY).each do |table|
      hidden = closed.fetch(table, []) + closed.fetch(VIEWS_OF[table], [])
      columns = db[table.to_sym].columns.map(&:to_s)
      open = columns - hidden
      next if CLOSED.include?(table) || open.empty?

      db.run "grant select #{if open != columns
                               "(#{open.map do |name|
                                 %("#{name}")
                               end.join(', ')})"
      end} " \
        "on #{table} to #{READER}"
    end
  end
  VIEWS_OF = { "encounters" => "encounter_records" }.freeze
  CLOSED = %w[
    security_events security_traces letters held_encounters reading_keys import_rows calls exports
    limit_counts
  ].freeze

  def may_make_roles?(db)
    db[:pg_roles].where(rolname: Sequel.lit("current_user")).get(
      Sequel.|(:rolcreaterole, :rolsuper)
    )
  end
  private_class_method :make, :grant_writing, :grant_reading, :may_make_roles?
end
