# frozen_string_literal: true

require_relative "../support/test_helper"

# What is not kept for ever goes, and nothing else.
class RetentionTest < Minitest::Test
  include RolledBack

  NOW = Seeds::NOW
  DAY = 86_400

  def db = TestDatabase.unit

  def test_each_thing_goes_when_its_time_is_over
    store = Store::Gateway.new(db)
    letters = { old: 731, young: 729 }.transform_values do |days|
      db[:letters].insert(
        kind: "welcome",
        recipient: "odo@marrow.example",
        subject: "Hello",
        body: "words",
        state: "sent",
        sent_at: NOW,
        queued_at: NOW - (days * DAY)
      )
    end
    waiting =
      db[:letters].insert(
        kind: "welcome",
        recipient: "odo@marrow.example",
        subject: "Hello",
        body: "words",
        queued_at: NOW - (800 * DAY)
      )
    events =
      [366, 364].map do |days|
        db[:security_events]
          .insert(kind: "signed_in")
          .tap do |id|
            db[:security_traces].insert(event_id: id, address: "192.0.2.1", at: NOW - (days * DAY))
          end
      end
    trip = Seeds.trip(db, Seeds.member(db, "Isolde Brannock"))
    fish = [8, 6].map do |days|
      SecureRandom.uuid.tap do |id|
        db[:live_fish].insert(id:, trip_id: trip, species_code: "cod",
          updated_at: NOW - (days * DAY)) && db[:live_taps].insert(fish_id: id,
            position: 0, act: "fish_on", at: NOW, device: "d")
      end
    end
    store.retention.call(now: NOW)

    assert_equal ["forgotten", "", "odo@marrow.example", "words"],
      [
        *db[:letters].where(id: letters[:old]).get(%i[recipient body]),
        *db[:letters].where(id: letters[:young]).get(%i[recipient body])
      ]
    assert_equal "words",
      db[:letters].where(id: waiting).get(:body),
      "one that has not gone is not emptied"
    assert_equal [events.last], db[:security_traces].select_map(:event_id)
    assert_equal 2, db[:security_events].where(id: events).count, "that somebody signed in stays"
    assert_equal [[fish.last], [fish.last]],
      [db[:live_fish].select_map(:id), db[:live_taps].select_map(:fish_id)]
  end

  # What stands in the cells of somebody's table may name a finder; a table still at work is kept.
  def test_rows_of_old_tables_go_a_month_after_they_came_in
    store = Store::Gateway.new(db)
    member = Seeds.member(db, "Hamish Torvald")
    left = { "done" => 31, "undone" => 31, "checked" => 90, "stored" => 29 }.map do |state, days|
      id = store.imports.add(
        rows: [[2, %w[Edda MS000001], "waiting"]], head: %w[who tag], mapping: {}, sha256: "a" * 64,
        member_id: member[:id], file_name: state, encoding: "UTF-8", separator: ","
      )
      db[:imports].where(id:).update(
        state: state == "stored" ? "done" : state, changed_at: NOW - (days * DAY)
      )
      id
    end
    store.retention.call(now: NOW)

    assert_equal([[], [], %w[Edda MS000001], %w[Edda MS000001]],
      left.map { |id| store.imports.rows(id).first.cells })
  end
end
