# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/sequences"

# No tag stored that was not said, no value lost, none invented, every fish once, ledger = printed:
# over random days. bench/sequences.rb makes 10,000 of them.
class SequencesTest < Minitest::Test
  include RolledBack

  DAYS = 150

  def test_random_days_end_as_they_were_said
    db = TestDatabase.unit
    store = Store::Gateway.new(db)
    member = Seeds.member(db, "Isolde Brannock")
    Seeds.pouch(db, member, count: 40)
    rng = Random.new(13)
    days = Sequences.new(store:, db:, member:, rng:)
    DAYS.times do
      db.transaction(rollback: :always, savepoint: true) do
        days.day(Seeds.trip(db, member, held_on: Date.new(2026, 5, 24)))
      end

      assert_empty days.faults
    end

    assert_operator days.counts[:sent], :>, DAYS
    assert_operator days.counts[:ashore], :>, DAYS / 4
    assert_operator days.counts[:lost_answers], :>, DAYS / 5
  ensure
    days&.close
  end
end
