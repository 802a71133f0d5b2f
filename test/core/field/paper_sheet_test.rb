# frozen_string_literal: true

require_relative "../../support/field_helper"

class PaperSheetTest < Minitest::Test
  Sheet = Core::Trips::PaperSheet
  SPECIES = [
    { code: "bass", common_name: "Marrow bass" },
    { code: "cod", common_name: "Marrow cod" },
    { code: "codling", common_name: "Codling" }
  ].freeze

  def read(rows, first_number: "MS004217")
    Sheet.read(
      rows: rows.map { |cells| { time: "0712", species: "bass", **cells } },
      species: SPECIES,
      first_number:
    )
  end

  def row(**cells) = read([cells]).first[:row]
  def wrong(**cells) = read([cells]).first[:wrong]

  def test_times_and_lengths_as_people_write_them
    assert_equal(
      ["07:12", "07:12", "07:12", "19:05", nil, nil, nil],
      ["0712", "712", "7.12", "19 05", "2412", "0761", "noon"].map { |typed| Sheet.time(typed) }
    )
    assert_equal(["00:00", "23:59", nil, nil],
      %w[0000 2359 2400 0760].map { |typed| Sheet.time(typed) })
    answer = ["1.0", "1000.0", "0.9", "1000.1"].map { |typed| wrong(length: typed)[:length] }

    assert_equal [nil, nil, "9 mm is not a possible length.", "10001 mm is not a possible length."],
      answer
    assert_equal(
      [412, 412, 412, 410, 980, nil, nil, nil],
      ["412", "41.2", "41,2", "41", "98", "", "4o", "0"].map { |typed| Sheet.length_mm(typed) }
    )
  end

  def test_tags_follow_each_other_and_are_completed
    numbers =
      read(
        [
          { tag: "+" },
          { tag: "30" },
          { tag: "+" },
          { tag: "0" },
          { tag: "r ms 17" },
          {},
          { tag: "+" }
        ]
      ).map { |entry| entry[:row].slice(:kind, :tag_numbers).values }

    assert_equal [
      ["tagged", ["MS004217"]],
      ["tagged", ["MS004230"]],
      ["tagged", ["MS004231"]],
      ["untagged", []],
      ["recaptured", ["MS000017"]],
      ["untagged", []],
      ["tagged", ["MS004232"]]
    ],
      numbers
    assert_equal "MS010000", Sheet.next_number("MS009999")
    assert_equal "there is no next tag: type its number",
      read([{ tag: "+" }], first_number: nil).first[:wrong][:tag]
  end

  # Two tags in one fish; the next row goes on after the second.
  def test_two_tags_in_a_cell_and_a_number_written_with_a_gap
    answer =
      read([{ tag: "20 21" }, { tag: "30+31" }, { tag: "ms 4240" }, { tag: "+" }]).map do |entry|
        entry[:row][:tag_numbers]
      end

    assert_equal [%w[MS004220 MS004221], %w[MS004230 MS004231], %w[MS004240], %w[MS004241]], answer
  end

  def test_how_it_was_measured_and_what_the_scale_said
    assert_equal(
      [[412, "board"], [412, "tape"], [410, "ruler"], [400, "estimate"], [980, "estimate"]],
      ["412", "41.2 t", "410r", "~40", "98e"].map do |typed|
        row(length: typed).values_at(:length_mm, :length_how)
      end
    )
    assert_equal(
      [[1620, nil], [1620, 120], [nil, nil]],
      ["1620", "1740-120", ""].map { |typed| row(weight: typed).values_at(:weight_g, :tare_g) }
    )
    assert_match(/not a weight in grams/, wrong(weight: "100-120")[:weight])
    assert_equal %w[slow strong], [row(outcome: "sl")[:outcome], row(outcome: "st")[:outcome]]
    assert_match(/“s”: strong, slow/, wrong(outcome: "s")[:outcome])
  end

  def test_beginnings_of_words_are_enough_unless_they_fit_two
    assert_equal "cod", row(species: "cod")[:species_code], "a whole code stands alone"
    many = wrong(hook: "o")[:hook] || wrong(hook: "t")[:hook]

    assert_match(/Type more of it/, many)
    assert_match(/fits Marrow bass, Marrow cod. Type more/, wrong(species: "mar")[:species])
    assert_equal "bass",
      read([{}, { species: "mar" }]).last[:row][:species_code],
      "used before on this sheet"
    assert_equal(
      { hook_place: "jaw_corner", bleeding: "light", fate: "kept" },
      row(hook: "j", blood: "l", fate: "k").slice(:hook_place, :bleeding, :fate)
    )
    assert_equal(
      { bleeding: "heavy", outcome: "lost_from_sight", fate: "released" },
      row(blood: "much", outcome: "lost", fate: "l").slice(:bleeding, :outcome, :fate),
      "the words of sheets printed earlier"
    )
  end

  # What is empty stays unsaid.
  def test_an_empty_cell_says_nothing
    assert_equal(
      [nil, nil, nil, nil, nil],
      row.values_at(:length_mm, :hook_place, :bleeding, :air_seconds, :note)
    )
    assert_in_delta(0.0, row(air: "0")[:air_seconds])
  end

  def test_each_bad_cell_has_its_sentence_and_the_row_waits
    {
      time: "25",
      species: "whale",
      length: "1",
      hook: "fin",
      blood: "x",
      air: "long",
      fate: "eaten",
      weight: "much",
      outcome: "dived"
    }.each do |column, typed|
      answer = read([{ column => column == :length ? "20000" : typed }]).first

      assert_nil answer[:row], column
      assert_equal [column], answer[:wrong].keys
    end
    assert_equal "needs a time", wrong(time: "")[:time]
  end

  def test_a_blank_row_takes_no_number
    blank = Sheet::COLUMNS.to_h { |column| [column, ""] }
    answer =
      Sheet.read(
        rows: [blank, blank.merge(time: "0712", species: "bass")],
        species: SPECIES,
        first_number: "MS000009"
      )

    assert_equal(%w[MS000009 MS000009], answer.map { |entry| entry[:proposed] })
  end
end
