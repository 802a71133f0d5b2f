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
    names = ask("/api/members")["members"].map { |one| one["name"] }

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

  # Columns of every table but the ledgers that hold one of these words.
  def traces_of(*words)
    left_out = Store::LedgerSeals::LEDGERS + %i[ledger_seals que_jobs security_traces]
    (db.tables - left_out).select do |table|
      words.any? do |word|
        db[table].where(Sequel.lit("? like ?", Sequel.cast(table, :text), "%#{word}%")).any?
      end
    end
  end
end
