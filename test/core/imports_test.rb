# frozen_string_literal: true

require "csv"
require_relative "../support/test_helper"
require_relative "../../demo/sound"
require_relative "../../demo/people"

# What people write into tables, beside what is meant by it.
class ImportsCoreTest < Minitest::Test
  Imports = Core::Imports
  TODAY = Date.new(2026, 11, 26)
  SPECIES = CSV.read(
    File.expand_path("../../db/catalogue/species.csv", __dir__), headers: true
  ).map do |row|
    Core::Fish::Species.new(
      code: row["code"], common_name: row["common_name"], scientific_name: row["scientific_name"],
      tail: row["tail"], typical_mm: row["typical_mm"].to_i, max_mm: row["max_mm"].to_i,
      weight_a: row["weight_a"].to_f, weight_b: row["weight_b"].to_f
    )
  end
  MEMBERS = Demo::People::MEMBERS.map do |member|
    Core::People::Member.new(
      id: member[:email], name: member[:name], public_name: member[:public_name]
    )
  end
  KNOWN = Imports::Known.new(
    species: SPECIES, members: MEMBERS,
    spots: Demo::Sound::SPOTS.map { |spot| Core::Geography::Spot.new(**spot) }, series: [["MS", 6]],
    today: TODAY
  )

  def test_numbers_as_they_are_written
    {
      ["54,5", ","] => [54.5, nil], ["54.5", ","] => [54.5, nil], ["54,5", "."] => [54.5, nil],
      ["1.234,5", ","] => [1234.5, nil], ["1,234.5", "."] => [1234.5, nil],
      ["1.234", ","] => [1234.0, nil], ["1.234", "."] => [1.234, nil],
      ["1 234", "."] => [1234.0, nil], ["-1.5", "."] => [-1.5, nil], ["−1.5", "."] => [-1.5, nil],
      ['18 1/2"', "."] => [18.5, "in"], ["18½ in", "."] => [18.5, "in"],
      ["3/4", "."] => [0.75, nil],
      ["45cm", "."] => [45.0, "cm"], ["1.9 kg.", "."] => [1.9, "kg"],
      ["12 fm", "."] => [12.0, "fathom"]
    }.each do |(text, decimal), (value, unit)|
      read = Imports::Numbers.read(text, decimal:)

      assert_in_delta value, read.value, 1e-9, text
      assert_equal [unit, false], [read.unit, read.about], text if unit
    end

    ["~45", "about 18 in", "ca. 60", "est 2,5"].each do |text|
      assert_predicate Imports::Numbers.read(text), :about, text
    end
    ["", " ", "-", "n/a", "?", nil].each { |text| assert_nil Imports::Numbers.read(text) }
    ["abc", "12..5", "1/0", "12 parsecs", "=A1+2", "5-6"].each do |text|
      assert_raises(Imports::Unreadable, text) { Imports::Numbers.read(text) }
    end
  end

  def test_pounds_and_ounces
    { "4-3" => 1899, "4 lb 3 oz" => 1899, "7-0" => 3175, "0-8" => 227, "4lb 3.5oz" => 1914 }
      .each { |text, grams| assert_equal grams, Imports::Numbers.pounds(text), text }
    ["4-16", "4-17", "4.5", "1900", "", nil].each { |text| assert_nil Imports::Numbers.pounds(text) }
  end

  def test_days_as_they_are_written
    {
      "2019-05-14" => nil, "2019/5/14" => nil, "20190514" => nil, "14.05.2019" => nil,
      "14/5/19" => nil, "5/14/2019" => nil, "14 May 2019" => nil, "14-May-19" => nil,
      "2019-05-14T00:00:00Z" => nil, "14.05.2019 0:00:00" => nil,
      "May 14, 2019" => nil, "2019-05-14T06:40" => nil, "14.05.2019 06:40" => nil,
      "43599" => nil, "43599.5" => nil
    }.each_key do |text|
      assert_equal Date.new(2019, 5, 14),
        Imports::Days.read(text, order: nil, today: TODAY, years: 1990..2026), text
    end
    assert_equal Date.new(2019, 4, 3), Imports::Days.read("3/4/2019", order: "dmy", today: TODAY)
    assert_equal Date.new(2019, 3, 4), Imports::Days.read("3/4/2019", order: "mdy", today: TODAY)
    assert_equal Date.new(2019, 5, 5), Imports::Days.read("5/5/2019", order: nil, today: TODAY)
    assert_equal Date.new(1998, 1, 2),
      Imports::Days.read("2.1.98", order: "dmy", today: TODAY, years: 1990..2026)
    assert_equal TODAY, Imports::Days.read("2026-11-26", order: nil, today: TODAY)
    ["3/4/2019", "30.02.2020", "31.4.2019", "2026-11-27", "1899-12-31", "yesterday", "13/13/2019",
      "2019", "May 2019"].each do |text|
        assert_raises(Imports::Unreadable, text) { Imports::Days.read(text, order: nil, today: TODAY) }
      end
  end

  def test_the_order_of_days_is_told_by_those_that_leave_no_doubt
    assert_equal "dmy", Imports::Days.order_of(["3.4.2019", "14.5.2019"])
    assert_equal "mdy", Imports::Days.order_of(["3/4/2019", "5/14/2019", nil, ""])
    assert_nil Imports::Days.order_of(["14.5.2019", "5/14/2019"]), "this table has both"
    assert_nil Imports::Days.order_of(["3/4/2019"]), "it says nothing"
  end

  def test_times
    { "06:40" => [6, 40], "6.40" => [6, 40], "0640" => [6, 40], "6:40 pm" => [18, 40],
      "12:05 am" => [0, 5], "12 pm" => [12, 0], "6h40" => [6, 40], "23:59:59" => [23, 59],
      "7" => [7, 0] }
      .each { |text, time| assert_equal [*time, nil], Imports::Days.time(text), text }
    { "06:40Z" => 0, "06:40:10+11:00" => 660, "6:40 UTC" => 0, "06:40-0330" => -210 }
      .each { |text, ahead| assert_equal [6, 40, ahead], Imports::Days.time(text), text }
    ["0:00:00", "00:00:00"].each { |text| assert_nil Imports::Days.time(text), "a time nobody knows" }
    assert_equal [0, 0, nil], Imports::Days.time("00:00"), "midnight, as somebody wrote it"
    assert_nil Imports::Days.time_behind("2019-05-14T00:00:00Z")
    %w[24:00 25:00 12:60 dawn].each do |text|
      assert_raises(Imports::Unreadable, text) { Imports::Days.time(text) }
    end
    assert_equal [6, 40, nil], Imports::Days.time_behind("14.05.2019 06:40")
    assert_nil Imports::Days.time_behind("14.05.2019")
  end

  def test_places_as_they_are_written
    ["48.735", "48,735", "48°44.1'N", "48 44.1 N", "N 48° 44' 6\"", "48.735 n"].each do |text|
      assert_in_delta 48.735, Imports::Places.degrees(text, :lat), 1e-9, text
    end
    ["-21.065", "−21.065", "21°03.9'W", "21 03 54 W"].each do |text|
      assert_in_delta(-21.065, Imports::Places.degrees(text, :lon), 1e-9, text)
    end
    ["48.735, -21.065", "48.735;-21.065", "48.735 / -21.065", "48°44.1'N 21°03.9'W",
      "48.735,-21.065", "48.735 -21.065"].each do |text|
        assert_equal [48.735, -21.065], Imports::Places.both(text).map { _1.round(6) }, text
      end
    [["95", :lat], ["181", :lon], ["48 61 N", :lat], ["48 60 N", :lat], ["48.7 E", :lat],
      ["Cutter Ledge", :lat]]
      .each do |text, axis|
        assert_raises(Imports::Unreadable, text) { Imports::Places.degrees(text, axis) }
      end
  end

  def test_names_are_found_where_they_fit_one_thing_only
    {
      [:species, "Pollachius pollachius"] => ["pollack", :sure],
      [:species, "POLLACK"] => ["pollack", :sure],
      [:species, "cod"] => ["cod", :sure],
      [:species, "Thick lipped grey mullet"] => ["thick_lipped_mullet", :sure],
      [:species, "bass"] => nil, [:species, "wrasse"] => ["ballan_wrasse", :likely],
      [:spot, "the Wall"] => ["anchorhead_wall", :likely], [:spot, "Lough Immer"] => nil,
      [:spot, "eel estuary"] => ["eel_water", :likely],
      [:member, "I. Brannock"] => ["isolde@marrow.example", :likely],
      [:member, "Wren"] => ["wren@marrow.example", :sure], [:member, "M. Brannock"] => nil,
      [:member, "I."] => nil, [:what, "Recapture"] => ["recaptured", :sure],
      [:hook_place, "gut hooked"] => ["stomach", :sure], [:fate, "N"] => nil,
      [:length_kind, "standard"] => ["SL", :sure], [:length_kind, "1"] => nil
    }.each do |(field, text), result|
      if result
        assert_equal(result, KNOWN.find(field, text),
          text)
      else
        assert_nil(KNOWN.find(field, text))
      end
    end
  end

  def test_heads
    {
      "Length (cm)" => [:length, "cm"], "TL IN" => [:length, "in"], "FL_mm" => [:length, "mm"],
      "wt_g" => [:weight, "g"], "LB-OZ" => [:weight, "lb"], "Weight (lbs)" => [:weight, "lb"],
      "Sea °C" => [:water_temp, "C"], "TAG(S)" => [:tag, nil], "tag2" => [:tag, nil],
      "Tag no." => [:tag, nil], "caught_on" => [:date, nil], "tag_numbers" => [:tag, nil],
      "hours_fished" => [:hours, nil], "RECAP?" => [:again, nil]
    }.each do |text, (key, unit)|
      field, result = Imports::Headers.read(text)

      assert_equal [key, unit], [field&.key, result], text
    end
    assert_nil Imports::Headers.read("phase of the moon").first
    assert_equal "TL", Imports::Headers.length_kind("TL IN")
    assert_equal "tape", Imports::Headers.length_how("Length by tape (cm)")
  end

  def read(rows, head:, **fields)
    mapping = Imports::Guess.of(head:, rows:, known: KNOWN).to_h
      .merge("length_how" => "board", "length_kind" => "usual", **fields.transform_keys(&:to_s))
    reader = Imports::RowReader.new(head:, mapping: Imports::Mapping.new(mapping), known: KNOWN)
    rows.each_with_index.map { |cells, index| reader.read(cells, index + 2) }
  end

  # A table is guessed from its beginning, as a person reads it.
  def test_the_first_rows_say_how_a_table_is_meant
    most = Imports::Guess::LOOKED_AT
    rows = Array.new(most) { with_length("61.2") } + Array.new(2 * most) { with_length("61,2") }

    assert_equal ".", Imports::Guess.of(head: HEAD, rows:, known: KNOWN).to_h["decimal"]
  end

  def with_length(text) = GOOD.dup.tap { |row| row[4] = text }

  HEAD = %w[day who where fish length tag what fate].freeze
  GOOD = ["2019-05-14", "Wren", "Cutter Ledge", "Cod", "612", "MS000001", "tagged", ""].freeze

  def test_a_unit_that_no_head_says_is_the_one_in_which_fish_are_as_large_as_fish_are
    { "612" => 612, "61.2" => 612, "24" => 610 }.each do |text, mm|
      rows = Array.new(5) { GOOD.dup.tap { |row| row[4] = text } }

      assert_equal mm, read(rows, head: HEAD).first.said[:length_mm], text
    end
  end

  def faults_of(index, value, **fields)
    row = GOOD.dup.tap { |cells| cells[index] = value }
    read([GOOD, GOOD, GOOD, row], head: HEAD, down: false, **fields).last.faults
  end

  def test_each_fault_says_column_value_rule_and_what_to_do
    {
      [0, ""] => [nil, "The day is missing."], [0, "2027-01-01"] => ["day", "in the future"],
      [1, "Nobody Else"] => ["who", "is not known"],
      [2, "the moon"] => ["where", "is not known"],
      [3, "bass"] => ["fish", "is not known"],
      [3, ""] => [nil, "The species is missing."], [4, "6120"] => ["length", "The largest known"],
      [4, "=SUM(E2:E9)"] => ["length", "not a number"], [4, "9"] => ["length", "cannot be the"],
      [5, ""] => [nil, "needs the number of its tag"],
      [5, "MS1/MS2/MS3/MS4/MS5"] => ["tag", "One row has 5 numbers"],
      [5, "4217"] => ["tag", "The owner of this number is not known"],
      [6, "dreamt"] => ["what", "is not known"]
    }.each do |(index, value), (column, rule)|
      fault = faults_of(index, value).first

      refute_nil fault, "#{index} #{value}"
      assert_equal column, fault.column.to_s[/.+/], "#{index} #{value}" if column

      assert_match rule, fault.rule
      refute_empty fault.mend
    end
    assert_empty faults_of(4, ""), "a length may be missing"
    assert_match "The way of measuring this length",
      faults_of(4, "610", length_how: nil).first.rule
    assert_match "The start and end of this length",
      faults_of(4, "610", length_kind: nil).first.rule
    again = GOOD.dup.tap do |cells|
      cells.fill("", 3, 1).fill("recapture", 6, 1).fill("released", 7)
    end

    assert_empty read([GOOD, again], head: HEAD).last.faults, "its tag may say what fish it is"
    assert_match "The species", read([["2019-05-14", "Wren", "Cutter Ledge", "", "", "", "",
      "released"]], head: HEAD).first.faults.first.rule
  end

  # The largest cod known here times 1.3, and each number's least and greatest.
  def test_where_sizes_and_numbers_stop_being_believed
    most = (KNOWN.species["cod"].max_mm * 1.3).floor
    sizes = [most, most + 1].map { |mm| faults_of(4, mm.to_s).size }

    assert_equal [0, 1], sizes
    head = [*HEAD, "water temp", "depth", "air seconds", "fight seconds", "hours", "rods"]
    ends = [[-2, 40], [0, 1000], [0, 3600], [0, 36_000], [0, 24], [1, 20]]
    answer = lambda do |values|
      row = [*GOOD, *values.map { |value| format("%.1f", value).delete_suffix(".0") }]
      read([row] * 3, head:).last.faults.map(&:column)
    end

    assert_empty answer[ends.map(&:first)]
    assert_empty answer[ends.map(&:last)]
    assert_equal 6, answer[ends.map { |least, _| least - 1 }].size
    assert_equal head.last(6).sort, answer[ends.map { |_, most_of| most_of + 1 }].sort
  end

  # Twice the weight of the largest, by the relation of weight at length.
  def test_where_weights_stop_being_believed
    cod = KNOWN.species["cod"]
    most_g = cod.weight_g_at(cod.max_mm).round * Imports::RowSize::HEAVIER_THAN_LARGEST
    unmeasured = GOOD.dup.tap { |cells| cells[4] = "" }
    faults = lambda do |row, grams|
      read([[*row, grams.to_s]] * 3, head: [*HEAD, "weight g"]).last.faults.map(&:column)
    end

    assert_equal([[], [], ["weight g"]],
      [1, most_g.floor, most_g.floor + 1].map { |grams| faults[unmeasured, grams] })
    usual_g = cod.weight_g_at(GOOD[4].to_i)

    assert_equal [["weight g"], [], [], ["weight g"]],
      [0.24, 0.26, 3.9, 4.1].map { |times| faults[GOOD, (usual_g * times).round] },
      "four times lighter or heavier than its length says"
  end

  # Two digits are a year of the span that the table has; without one they are asked for.
  def test_years_of_two_digits
    read = lambda do |year, years|
      Imports::Days.read("14 May #{year}", order: nil, today: TODAY, years:).year
    end

    assert_equal([1968, 1975, 2000], [["68", 1960..1980], ["75", 1960..1980], ["00", 1999..2026]]
      .map { |entry| read.call(*entry) })
    [["19", nil], ["19", 1960..1980], ["19", 1910..2026]].each do |span|
      asked = assert_raises(Imports::Unreadable) { read.call(*span) }

      assert_equal "years", asked.ask
    end
    assert_equal [1968, 2019], Imports::Days.years_of(["3.5.1968", "9.6.19", "2019-01-02", nil])
  end

  def test_a_mark_stands_for_the_cell_above_and_what_can_be_spared_becomes_a_note
    ditto = GOOD.dup.tap do |cells|
      [1, 2, 3].each do |index|
        cells[index] = %w[" do. ″][index - 1]
      end
    end
    row = read([GOOD, ditto], head: HEAD, down: false).last

    assert_equal [[], "cod", "cutter_ledge"],
      [row.faults, *row.said.values_at(:species_code, :spot_code)]
    spared = read([[*GOOD, "warm"]] * 2, head: [*HEAD, "water temp"], unreadable: "leave_out").last

    assert_equal [[], "water temp: warm"], [spared.faults, spared.said[:note]]
    assert_equal 1, read([["2027-01-01", *GOOD.drop(1)]], head: HEAD, unreadable: "leave_out").first
      .faults.size, "a day cannot be spared"
  end

  def test_a_mere_yes_answers_the_head_of_its_column
    fates = %w[released kept fate].map do |head|
      read([GOOD.dup.tap do |cells|
        cells[7] = "yes"
      end], head: [*HEAD[0..6], head]).first.then do |row|
        row.faults.map(&:ask).last || row.said[:fate]
      end
    end

    assert_equal %w[released kept fate], fates
  end

  def test_only_members_tag_fish_or_record_those_without_a_tag
    finder = lambda do |finder, tag|
      row = ["2019-05-14", "Nobody Else", "Cutter Ledge", "Cod", "612", tag, finder, "released"]
      read([row], head: HEAD, words: { "member" => { "nobody else" => "finder" } }).first.faults
        .map(&:rule)
    end

    assert_empty finder["recapture", "MS000001"]
    assert_equal 1, finder["tagged", "MS000001"].grep(/Only members/).size
    assert_equal 1, finder["", ""].grep(/Only members/).size
  end

  def test_a_head_says_from_where_to_where_and_by_what_a_length_was_measured
    column = lambda do |text|
      Imports::Guess.of(head: ["day", "species", text], rows: [%w[2019-05-14 Cod 61]],
        known: KNOWN).to_h["columns"].last
    end

    assert_equal({ "field" => "length", "unit" => "cm", "length_kind" => "TL" }, column["TL (cm)"])
  end

  def test_heads_stand_where_two_columns_say_what_they_are
    rows = [["Ledger of the Sound"], ["Day", "length cm", "x"], %w[1 2 3]]

    assert_equal 1, Imports::Guess.head_at(rows)
    assert_nil Imports::Guess.head_at([%w[Day x], %w[1 2]]), "one says nothing"
    assert_equal 0, Imports::Guess.head_at([%w[day species]])
  end

  def test_silence_about_what_became_of_a_fish_is_no_release
    untagged = ["2019-05-14", "Wren", "Cutter Ledge", "Cod", "612", "", "", ""]

    assert_match "What happened to this fish is not known",
      read([untagged], head: HEAD).first.faults.first.rule
    assert_equal "released", read([untagged], head: HEAD, fate: "released").first.said[:fate]
    assert_equal "released", read([GOOD], head: HEAD).first.said[:fate], "it went back with a tag"
  end

  def test_a_blank_cell_means_the_one_above_only_below_a_day
    rows = [GOOD, ["", "", "", *GOOD.drop(3)], ["2019-05-15", "", "Oe Narrows", *GOOD.drop(3)]]
    _, below, next_day = read(rows, head: HEAD, down: true)

    assert_equal [Date.new(2019, 5, 14), "wren@marrow.example", "cutter_ledge"],
      below.said.values_at(:caught_on, :member_id, :spot_code)
    assert_nil next_day.said[:member_id], "another day is another block"
    assert_match "The name of the angler is missing", next_day.faults.first.rule
    assert_equal ["The day is missing."], read(rows, head: HEAD, down: false)[1].faults.map(&:rule)
      .grep(/day/)
  end

  PLACED = %w[day who lat lon fish length what fate].freeze

  def placed(lat, lon) = ["2019-05-14", "Wren", lat, lon, "Cod", "612", "untagged", "released"]

  def test_a_place_takes_the_nearest_spot_and_a_forgotten_minus_is_seen
    good, bad = read([placed("48.74", "-21.06"), placed("48.74", "21.06")], head: PLACED)

    assert_equal ["cutter_ledge", []], [good.said[:spot_code], good.faults]
    assert_match(/is \d{4} km from the nearest spot/, bad.faults.first.rule)
    assert_equal "West and south are minus. If the place is right, add its spot first.",
      bad.faults.first.mend
  end

  def test_sums_and_repeated_heads_are_no_records
    rows = [["Total", "", "", "", "", "", "", ""], HEAD, Array.new(8)]

    assert_equal [:left_out] * 3, read([GOOD, *rows], head: HEAD).drop(1).map(&:what)
  end

  def test_the_head_is_found_below_a_title
    assert_equal 2, Imports::Guess.head_at([["Our book"], [nil, nil], HEAD, GOOD])
    assert_nil Imports::Guess.head_at([GOOD, GOOD])
  end

  def test_numbers_are_put_in_once_wherever_the_rows_stand
    named = ->(**row) { Imports::NumbersInTurn::Named.new(**row) }
    tags =
      { "MS1" => "in_stock", "MS2" => "applied", "MS3" => "lost", "MS4" => "in_pouch" }
        .to_h { |number, state| [number, Core::Tags::Tag.new(number:, state:)] }
    verdict = Imports::NumbersInTurn.new(tags).judge(
      [
        named[line: 2, day: "2020-06-01", numbers: ["MS1"], said: nil],
        named[line: 3, day: "2019-05-01", numbers: ["MS1"], said: nil],
        named[line: 4, day: "2019-05-01", numbers: ["MS2"], said: nil],
        named[line: 5, day: "2019-05-01", numbers: ["MS2"], said: "tagged"],
        named[line: 6, day: "2019-05-01", numbers: ["MS3"], said: "tagged"],
        named[line: 7, day: "2019-05-01", numbers: ["MS9"], said: "tagged"],
        named[line: 8, day: "2019-05-02", numbers: ["MS1"], said: "tagged"],
        named[line: 9, day: "2019-05-02", numbers: %w[MS4 MS5], said: "recaptured"]
      ]
    )

    assert_equal({ 2 => "recaptured", 3 => "tagged", 4 => "recaptured", 5 => "tagged",
                   6 => "tagged", 7 => "tagged", 8 => "tagged", 9 => "recaptured" },
      verdict.transform_values(&:first))
    assert_equal [5, 6, 7, 8], verdict.select { |_, (_, fault)| fault }.keys.sort
    assert_match "already applied on line 3", verdict[8].last.first
  end
end
