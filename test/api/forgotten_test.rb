# frozen_string_literal: true

require_relative "../support/api_case"

# A member leaves for good: what says who it was goes, what the fish need stays.
class ForgottenTest < ApiCase
  def setup
    super
    db[:members].where(id: @isolde[:id]).update(public_name: "Isolde of the north mark")
    @trip = Seeds.trip(db, @isolde, held_on: Date.new(2026, 6, 1))
    sign_in
    put_encounter(Seeds.encounter(@trip, start: Time.utc(2026, 6, 1, 12)))
    db[:track_fixes].insert(trip_id: @trip, at: Time.utc(2026, 6, 1, 12), lat_deg: 48.6,
      lon_deg: -21.4)
    db[:letters].insert(kind: "welcome", recipient: "isolde@marrow.example", subject: "Welcome",
      body: "Dear Isolde Brannock")
    store.lockers.keep(@isolde[:id], { rods: 2 })
  end

  def forget(password: PASSWORD)
    send_json(:post, "/api/me/forget", { password: })
    [last_response.status, answer["code"]]
  end

  def let_go_of_everything
    db[:tags].where(holder_id: @isolde[:id]).update(holder_id: nil, state: "in_stock")
    send_json(:post, "/api/trips/#{@trip}/submit")
  end

  def test_nobody_goes_with_tags_kit_or_fish_that_are_nowhere_else
    assert_equal 422, forget(password: "not the password").first
    assert_equal "That is not your password.", answer["fields"]["password"]
    assert_equal [409, "tags_in_pouch"], forget
    db[:tags].where(holder_id: @isolde[:id]).update(holder_id: nil, state: "in_stock")
    coordinator = db[:members].where(role: "coordinator").get(:id)
    kit = { member_id: @isolde[:id], item: "applicator", made_by: coordinator }
    db[:kit_moves].insert(**kit, count: 1)

    assert_equal [409, "kit_in_hand"], forget
    assert_match(/1 piece of/, answer["message"])
    db[:kit_moves].insert(**kit, count: -1)

    assert_equal [409, "not_submitted"], forget
    assert_match(/1 June 2026/, answer["message"])
    assert_equal "Isolde Brannock", db[:members].where(id: @isolde[:id]).get(:name)
    sign_in("hamish@marrow.example")

    assert_equal [409, "coordinator"], forget
  end

  def test_who_it_was_goes_and_the_fish_stay
    let_go_of_everything

    assert_equal 200, forget.first
    assert_nil ask("/api/session")["member"]
    sign_in

    assert_equal 401, last_response.status, "nobody signs in with that address any more"
    assert_empty traces_of("Isolde", "isolde@marrow.example")
    assert_equal([0, 0], %i[track_fixes lockers].map { |table| db[table].count })
    assert_equal 1, db[:encounters].where(member_id: @isolde[:id]).count
    sign_in("hamish@marrow.example")
    names = ask("/api/members")["members"].map { |member| member["name"] }

    refute_includes names, "Isolde Brannock"
    refute_includes names, Store::Forgotten::NAME
    key = db[:fish].get(:story_key)

    refute_match(/Isolde/, ask("/api/stories/#{key}").to_s)
  end

  # What a coordinator once entered stays in the sealed ledger, and no page shows it.
  def test_the_ledger_keeps_its_rows_and_shows_none_of_them
    store.changes.note(record: "member", record_id: @isolde[:id], before: nil,
      after: { name: "Isolde Brannock" }, member_id: @isolde[:id])
    let_go_of_everything
    forget
    sign_in("hamish@marrow.example")

    refute_match(/Isolde/, ask("/api/audit").to_s)
    assert_equal 0, db[:row_changes].where(table_name: "members")
      .where(Sequel.like(Sequel.cast(:changed, :text), "%Isolde%")).count
  end

  MARK = "Zanzibarta Quill"
  EARLIER = "quill@earlier.example"

  # Every place of the table of personal data that says so is emptied, wherever it was filled.
  def test_everything_that_held_the_name_or_an_address_is_found
    db[:members].where(id: @isolde[:id]).update(name: MARK, public_name: MARK, permit_number: MARK)
    fill_letters
    fill_files_and_tables
    let_go_of_everything
    db[:que_jobs].insert(job_class: "Acts::ResetJob", queue: "accounts", job_schema_version: 2,
      args: Sequel.pg_jsonb(["isolde@marrow.example"]), kwargs: Sequel.pg_jsonb({}))
    filled = traces_of("Zanzibarta", EARLIER, "isolde@marrow.example")

    assert_operator filled.size, :>=, 7, filled.inspect
    assert_equal 200, forget.first
    assert_empty traces_of("Zanzibarta", EARLIER, "isolde@marrow.example")
    assert_equal "Dear Edda, a former member of the north mark wrote.",
      db[:letters].where(recipient: "edda@marrow.example").get(:body)
    assert_equal [["forgotten", "48.61"]], db[:import_rows].select_map(:cells).map(&:to_a)
    store.write { store.photos.sweep(before: Time.now + 10) }.each { |key| files.remove(key) }

    refute files.exists?(@exported), "the file of own fish with its places"
  end

  def files = ApiCase.files

  def fill_letters
    store.write do
      Acts::KeepMember.address(store:, by: @hamish, id: @isolde[:id], email: EARLIER)
      store.letters.queue(kind: "welcome", recipient: EARLIER, subject: "For you", body: "Dear you")
      Acts::KeepMember.address(store:, by: @hamish, id: @isolde[:id],
        email: "isolde@marrow.example")
      store.letters.queue(kind: "question_to_member", recipient: "edda@marrow.example",
        subject: "A question", body: "Dear Edda, #{MARK} of the north mark wrote.")
    end
    clear_cookies
    sign_in
  end

  def fill_files_and_tables
    @exported = Acts::ExportData.key(sha256 = Digest::SHA256.hexdigest(MARK))
    files.put(MARK, @exported)
    db[:exports].insert(member_id: @isolde[:id], format: "csv", filter: Sequel.pg_jsonb({}),
      licence: "CC0-1.0", is_exact: true, receiver: "#{MARK}, own fish", sha256:,
      file_name: "catches.csv", bytes: 9, rows: 1)
    id = db[:imports].insert(member_id: @hamish[:id], file_name: "old.csv", sha256:,
      encoding: "UTF-8", separator: ",", head: Sequel.pg_jsonb([]), mapping: Sequel.pg_jsonb({}),
      rows: 1)
    db[:import_rows].insert(import_id: id, line: 1, cells: Sequel.pg_jsonb([MARK, "48.61"]),
      said: Sequel.pg_jsonb({ member: MARK }))
    db[:held_encounters].insert(id: SecureRandom.uuid, member_id: @isolde[:id], code: "x",
      message: MARK, fields: Sequel.pg_jsonb({}), body: Sequel.pg_jsonb({ note: MARK }),
      settled_at: Time.now)
  end

  # What hardly anybody would look for personal data in, and a table that is new is neither.
  IMPERSONAL = %w[
    coast_features discarded_files growth_curves house_rules import_mappings kit_moves laws
    ledger_seals letter_templates live_fish matches note_balances programme queries recomputes spans
    species spots stages tag_batches tag_series taggings tags water_answers water_assumptions
    water_cells water_recomputes waters que_lockers que_values schema_info account_login_change_keys
    account_login_failures account_lockouts account_password_reset_keys account_remember_keys
    schema_migrations gear_laws notices meets stock_items stock_moves handed_in
  ].freeze

  def test_every_table_is_in_the_table_of_personal_data_or_holds_none
    known = Core::Privacy::PersonalData::ROWS.flat_map { |place| place.table.split(", ") }

    assert_empty db.tables.map(&:to_s) - known - IMPERSONAL
    columns = Core::Privacy::PersonalData::ROWS.reject { |place| place.reads.nil? }
    columns.each do |place|
      place.table.split(", ").each do |table|
        refute_empty place.columns & db[table.to_sym].columns.map(&:to_s), table
      end
    end

    assert_equal Core::Privacy::PersonalData.document,
      File.read(File.join(ROOT, "docs/PRIVACY.md")), "bin/lib/write_privacy.rb writes it"
  end

  # Columns of every table but the ledgers that hold one of these words.
  def traces_of(*words)
    left_out = Store::LedgerSeals::LEDGERS + %i[ledger_seals]
    (db.tables - left_out).select do |table|
      words.any? do |word|
        db[table].where(Sequel.lit("? like ?", Sequel.cast(table, :text), "%#{word}%")).any?
      end
    end
  end
end
