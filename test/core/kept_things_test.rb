# frozen_string_literal: true

require_relative "../support/test_helper"

# What things that are kept say of themselves: pictures, tags of a catch, tables on their way in,
# answers of Water.
class KeptThingsTest < Minitest::Test
  DAY = Date.new(2026, 6, 1)
  NOON = Time.utc(2026, 6, 1, 12)

  Member = Struct.new(:id)

  def test_a_picture_belongs_to_somebody_and_stays_where_a_person_put_it
    photo = Core::Records::Photo.new(member_id: "m1", sure: 0.96)
    nobodys = Core::Records::Photo.new

    assert_equal([true, false], %w[m1 m2].map { |id| photo.of?(Member.new(id)) })
    refute nobodys.of?(Member.new(nil)), "a finder's is no member's"
    assert_equal([true, true, false, false], ["hand", "deck", "time", nil].map do |placed_by|
      photo.with(placed_by:).placed_for_good?
    end)
    assert_equal %i[well doubtful], [photo.fit, nobodys.fit]
    assert_equal([false, true], [nil, "shown/1.jpg"].map do |key|
      photo.with(shown_key: key).sized?
    end)
  end

  def test_a_cameras_clock_is_set_right_where_it_told_a_time
    answer = Core::Records::Photo.new(camera_at: NOON)

    assert_equal NOON - 90, answer.retimed(-90).taken_at
    assert_nil Core::Records::Photo.new.retimed(90).taken_at
    assert_equal NOON, Core::Records::Photo.new(taken_at: NOON).retimed(90).taken_at
  end

  # Read on a fish caught again, put into one that is tagged.
  def test_whose_numbers_an_encounter_names
    encounter = Core::Records::Encounter.new(
      id: "e1", read_numbers: ["MS000001"], spoiled_numbers: ["MS000003"], lost_numbers: nil
    )
    tags = lambda do |kind|
      caught =
        Core::Records::WithTags.new(encounter: encounter.with(kind:), put_numbers: ["MS000002"])
      [caught.tag_numbers, caught.new_tag_numbers, caught.named]
    end

    assert_equal [["MS000002"], [], %w[MS000002 MS000003]], tags["tagged"]
    assert_equal [["MS000001"], ["MS000002"], %w[MS000001 MS000002 MS000003]], tags["recaptured"]
  end

  def test_what_was_held_back_is_of_paper_or_of_the_deck
    held = [{ time: "12:30" }, { stages: [] }].map { |body| Core::Records::Held.new(body:) }

    assert_equal %w[paper deck], held.map(&:source)
  end

  def test_a_batch_lies_in_its_series
    series = lambda do |first, last|
      Core::Tags::Series.new(prefix: "MS", digits: 6, first_serial: first, last_serial: last)
    end
    holds = series[101, 200]

    assert(holds.holds?(series[101, 200]) && holds.holds?(series[150, 160]))
    refute holds.holds?(series[100, 200])
    refute holds.holds?(series[101, 201])
  end

  # A night trip is still on after midnight, when its plan says so.
  def test_which_trips_are_to_come
    coming = lambda do |days, plan = nil|
      trip = Core::Trips::Trip.new(id: "t1", held_on: DAY + days, plan:)
      Core::Trips::Coming.new(trip:).at_or_after?(DAY)
    end
    night = { from_hour: 20, to_hour: 2 }

    assert_equal([false, true, true], [-1, 0, 1].map { |days| coming[days] })
    assert coming[-1, night]
    refute coming[-2, night]
    refute coming[-1, { from_hour: 8, to_hour: 12 }]
  end

  def test_what_a_row_of_a_table_tells
    row = Core::Imports::Row.new(
      line: 3, said: { "what" => "fish", "said" => "tagged", "caught_on" => "2026-06-01" }
    )

    assert_equal [DAY, true, false], [row.reading.day, row.reading.tagged?, row.reading.day_only?]
    assert_raises(ArgumentError) { row.with(said: { "colour" => "red" }).reading }
  end

  def test_a_recompute_runs_until_it_is_stopped_or_finished
    run = Core::Answers::Recompute.new(data_version: "7")
    stopped = run.with(stopped_at: NOON)

    assert_equal([true, false, false],
      [run, stopped, run.with(finished_at: NOON)].map(&:open?))
    assert stopped.stopped_for?("7")
    refute stopped.stopped_for?("8")
    refute run.stopped_for?("7"), "it was not stopped"
  end

  def answer(**fields)
    Core::Answers::Answer.new(
      key: "reach", sentence: "Half went 3 km.", rows: [["kept", 8]],
      assumptions: [{ key: "closed", text: "None came." }, { key: "seen", text: "All told." }],
      **fields
    )
  end

  def test_what_somebody_says_of_an_assumption_stands_beside_it
    word = { holds: false, why: "The sluice was open.", by: "Hamish" }
    statement = answer.with_words("closed" => word)

    assert_equal [["None came.", "The sluice was open."]], statement.doubted
    assert_equal({ key: "seen", text: "All told.", holds: nil, why: nil, by: nil },
      statement.assumptions.last)
    assert_empty answer.doubted
    assert_equal 8, answer.row("kept").last
  end

  def test_a_picture_of_nothing_is_not_drawn
    chart = { kind: "bars", x: "month", y: "", bars: [["May", 3]], points: nil }

    assert_equal [["May", 3]], answer(chart:).drawn.bars
    assert_equal ["month"], answer(chart:).drawn.axes
    assert_nil answer(chart: { kind: "bars", bars: [] }).drawn
    assert_nil answer(chart:, sentence: nil).drawn, "what is missing is said instead"
    assert_nil answer.drawn
  end

  def test_how_data_are_cited
    edition = Core::Exchange::Edition.new(
      title: "Tagged fish", version: "2026.06.01", made_on: DAY, licence: "CC0-1.0",
      licence_url: "https://licences.example/zero"
    )

    assert_equal "Tagged fish, version 2026.06.01 of 2026-06-01", edition.citation
    assert_equal "CC0-1.0 (https://licences.example/zero)", edition.licence_words
  end
end
