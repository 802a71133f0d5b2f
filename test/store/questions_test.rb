# frozen_string_literal: true

require_relative "../support/test_helper"
require_relative "../support/drawn_sound"
require_relative "../support/queries"

# Bounds the number of queries behind the pages that people open most. Each query costs a round
# trip, however little it finds.
class QuestionsTest < Minitest::Test
  include RolledBack

  def db = TestDatabase.unit

  def setup
    Que.connection = db
    @store = Store::Gateway.new(db)
    member = Seeds.member(db, "Isolde Brannock")
    Seeds.pouch(db, member, count: 3)
    trip = Seeds.trip(db, member)
    Acts::RecordEncounter.call(
      Acts::Context.new(store: @store, member:, now: Seeds::NOW),
      id: SecureRandom.uuid, sent: Seeds.encounter(trip, number: "MS000001")
    )
    @asked_by_report = questions { @answer = report(Seeds.report(number_as_read: "MS000001")) }
    Acts::StoredJob.store = @store
    Acts::FollowMatchJob.run(db[:reports].get(:id))
  end

  def report(sent)
    Acts::ReportTag.call(Acts::Context.new(store: @store), id: SecureRandom.uuid, sent:)
  end

  def questions(&) = Queries.of(db, &)

  def test_a_story_asks_six_times_at_most
    asked = questions do
      Acts::TellStory.with_typical(
        store: @store, story_key: @answer[:story_key], route: DrawnSound.route
      )
    end

    assert_operator asked.size, :<=, 6, asked.join("\n")
  end

  def test_a_list_of_candidates_asks_three_times_at_most
    known = Acts::KnownFish.new(@store)
    known.series
    report = @store.reports.find(db[:reports].get(:id))
    asked = questions { Acts::FindFish.weigh(known, report, slips: 1) }

    assert_operator asked.size, :<=, 3, asked.join("\n")
  end

  # Spans and letters follow in a job.
  def test_a_report_that_is_accepted_asks_sixteen_times_at_most
    assert_equal "matched", @answer[:state]
    assert_operator @asked_by_report.size, :<=, 16, @asked_by_report.join("\n")
  end
end
