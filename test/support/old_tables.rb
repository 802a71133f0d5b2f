# frozen_string_literal: true

require "csv"
require "json"
require_relative "workbooks"

# Old tables as coordinators kept them, each with what every row of it truly says. Written before
# the importer knew of any; of those under HELD_BACK no rule or word was ever chosen by.
#
# A truth says only what is certain of its row: keys as in OldTablesTest#rows.
module OldTables
  # choices: what the coordinator would choose, as the mapping keeps it;  words: { field => { word
  # => code } };  columns: { column => field or mapping of it };  stays_out: rows that are unusable
  Old = Struct.new(
    :name, :bytes, :truth, :choices, :words, :columns, :stays_out, :heading, keyword_init: true
  )

  module_function

  def open = [harbour_book, *office_database, shared_sheet, station_log]
  def held_back = [phone_lines, exercise_book, neighbours_sheet]

  # Numbers without letters of an old series of our own; lengths by code; days with two digits;
  # a row written twice.
  def harbour_book
    lines = ["Date;Angler;Mark;Fish;cm;Code;No;Remarks"]
    truth = (0...24).map do |n|
      day = Date.new(2012, 3, 5) + (n * 3)
      code = (n % 3) + 1
      mm = 400 + (n * 7)
      lines << [day.strftime("%d.%m.%y"), "Maud Fennimore", "Cutter Ledge", "Atlantic cod",
        (mm / 10.0).to_s.tr(".", ","), code, format("%06d", 4000 + n), "row #{n}"].join(";")
      { day:, who: "Maud Fennimore", spot: "cutter_ledge", species: "cod", mm:,
        length_kind: { 1 => "FL", 2 => "TL", 3 => "SL" }[code], tag: format("OB%06d", 4000 + n),
        kind: "tagged", fate: "released", time: nil }
    end
    lines << lines[5]
    Old.new(name: "harbour.csv", bytes: lines.join("\r\n").encode("Windows-1252"), truth:,
      columns: { "Code" => "length_kind", "No" => "tag" }, stays_out: 0,
      choices: { "numbers" => "OB", "years" => [2010, 2019], "twice" => "once",
                 "length_how" => "board", "fate" => "released" },
      words: { "length_kind" => { "1" => "FL", "2" => "TL", "3" => "SL" } })
  end

  # Two tables of one database: releases, and recaptures without species, with finders and their
  # telephone; days with a midnight that means nothing.
  def office_database
    head = %w[RelID RelDate TagNo Species ForkLength_in Released Angler Location]
    released = (1..20).map do |n|
      [n, Date.new(2015, 4, 1) + n, format("MS%06d", 100_000 + n),
        n.odd? ? "Pollack" : "Atlantic cod", 14 + (n / 4.0)]
    end
    releases = released.map do |id, day, *fish|
      [id, day.strftime("%-m/%-d/%Y 0:00:00"), *fish, -1, "Bertil Skaw", "Oe Narrows"]
    end
    truth = released.map do |_, day, tag, species, inches|
      { day:, tag:, species: species == "Pollack" ? "pollack" : "cod", mm: (inches * 25.4).round,
        length_kind: "FL", kind: "tagged", fate: "released", who: "Bertil Skaw", time: nil,
        spot: "oe_narrows" }
    end
    words = { "fate" => { "-1" => "released", "0" => "kept" } }
    choices = { "length_how" => "tape", "fate" => "released" }
    [Old.new(name: "tblReleases.csv", bytes: csv([head, *releases]), truth:, stays_out: 0,
      columns: { "RelID" => nil, "ForkLength_in" => { "field" => "length", "unit" => "in",
                                                      "length_kind" => "FL" } }, choices:, words:),
      recaptures_of(released)]
  end

  def recaptures_of(released)
    head = %w[RecID RecDate TagNo ForkLength_in Kept Finder FinderPhone Location]
    again = released.first(12).map.with_index do |(id, day, tag, _, inches), n|
      [id, (day + 200 + n).strftime("%-m/%-d/%Y 0:00:00"), tag, inches + 1.5, n.even? ? -1 : 0,
        "Finder #{(65 + n).chr} Marlow", "555-01#{format('%02d', n)}", "Harrow Point"]
    end
    truth = released.first(12).map.with_index do |(_, day, tag, species, inches), n|
      { day: day + 200 + n, tag:, species: species == "Pollack" ? "pollack" : "cod",
        mm: ((inches + 1.5) * 25.4).round, length_kind: "FL", kind: "reported",
        fate: n.even? ? "kept" : "released", finder: "Finder #{(65 + n).chr} Marlow",
        own_place: false }
    end
    Old.new(name: "tblRecaptures.csv", bytes: csv([head, *again]), truth:, stays_out: 0,
      columns: { "RecID" => nil, "ForkLength_in" => { "field" => "length", "unit" => "in",
                                                      "length_kind" => "FL" },
                 "Kept" => "fate", "Finder" => "member", "FinderPhone" => nil },
      choices: { "length_how" => "tape", "fate" => nil, "member" => "finder" },
      words: { "fate" => { "-1" => "kept", "0" => "released" }, "member" => (0...12).to_h do |n|
        ["finder #{(97 + n).chr} marlow", "finder"]
      end })
  end

  # A sheet with cells that span the rows of a day, a title above the heading, sums below.
  def shared_sheet
    days = [Date.new(2017, 5, 6), Date.new(2017, 5, 20), Date.new(2017, 6, 3)]
    rows, merged, truth = [["Tagging 2017"], %w[Day Who Where Fish FL Tag]], [], []
    days.each_with_index do |day, index|
      first = rows.size + 1
      4.times do |n|
        mm = 420 + (index * 40) + (n * 10)
        tag = format("MS%06d", 100_030 + (index * 4) + n)
        rows << [(day if n.zero?), ("Wren Castellan" if n.zero?), ("Harrow Point" if n.zero?),
          "Pollack", mm, tag]
        truth << { day:, who: "Wren Castellan", spot: "harrow_point", species: "pollack", mm:, tag:,
                   length_kind: "FL", kind: "tagged", fate: "released", time: nil }
      end
      %w[A B C].each { |letter| merged << "#{letter}#{first}:#{letter}#{first + 3}" }
    end
    rows << ["Total", nil, nil, nil, nil, 12]
    Old.new(name: "2017.xlsx", bytes: Workbooks.xlsx(rows, merged:), truth:, stays_out: 0,
      columns: { "FL" => { "field" => "length", "unit" => "mm", "length_kind" => "FL" } },
      choices: { "length_how" => "board", "fate" => "released" }, words: {})
  end

  # Times without a zone that were kept in universal time; cells of temperature that nobody can
  # read.
  def station_log
    rows = [%w[date time angler place species TL_mm tag sea_temp]]
    truth = (0...12).map do |n|
      time = Time.utc(2018, 2, 10, 20, 30) + (n * 86_400)
      tag = format("MS%06d", 100_050 + n)
      rows << [time.strftime("%Y-%m-%d"), time.strftime("%H:%M"), "Hamish Torvald", "Cutter Ledge",
        "European seabass", 430 + n, tag, n == 4 ? "cold" : "12.5"]
      { day: (time + (11 * 3600)).to_date, time:, tag:, mm: 430 + n, length_kind: "TL",
        species: "seabass", kind: "tagged", water_temp_c: n == 4 ? nil : 12.5 }
    end
    Old.new(name: "station.tsv", bytes: rows.map { |cells| cells.join("\t") }.join("\n"), truth:,
      columns: {}, stays_out: 0, words: {},
      choices: { "zone" => "UTC", "unreadable" => "leave_out", "length_how" => "board",
                 "fate" => "released" })
  end

  # Lines of JSON from a telephone, with zones of two kinds and a time that stands for none.
  def phone_lines
    lines, truth = [], []
    12.times do |n|
      time = Time.utc(2019, 5, 14, 20, 15) + (n * 90_000)
      tag = format("MS%06d", 100_070 + n)
      when_said = if n.even?
        time.strftime("%Y-%m-%dT%H:%M:%SZ")
      else
        time.getlocal("+11:00").strftime("%Y-%m-%dT%H:%M:%S+11:00")
      end
      when_said = "2019-06-20T00:00:00" if n == 9
      lines << JSON.generate("when" => when_said, "who" => "Wren Castellan", "fish" => "Pollack",
        "total length (cm)" => 45.5 + n, "tag" => tag, "lat" => 48.61, "lon" => -21.47,
        "remarks" => (n == 3 ? nil : "line #{n}"))
      truth << { day: n == 9 ? Date.new(2019, 6, 20) : (time + (11 * 3600)).to_date,
                 time: n == 9 ? nil : time, tag:, mm: 455 + (n * 10), length_kind: "TL",
                 species: "pollack", who: "Wren Castellan", kind: "tagged", own_place: true }
    end
    Old.new(name: "phone.jsonl", bytes: lines.join("\n"), truth:, columns: {}, stays_out: 0,
      words: {}, choices: { "length_how" => "photo", "fate" => "released" })
  end

  # An exercise book copied out as it stands: no heading, ditto marks, years of two digits, a member
  # who left long ago.
  def exercise_book
    days = ["3.5.68", "9.6.71", "14.7.75"].map { |text| [text, Date.strptime(text, "%d.%m.%y")] }
    days.map! { |text, day| [text, Date.new(1900 + (day.year % 100), day.month, day.day)] }
    rows, truth = [], []
    days.each_with_index do |(text, day), index|
      3.times do |n|
        tag = format("MS%06d", 100_090 + (index * 3) + n)
        mm = 510 + (index * 30) + (n * 10)
        rows << (if n.zero?
                   [text, "Olaf Ternby", "Cutter Ledge", "Atlantic cod", mm / 10.0, tag]
                 else
                   ['"', '"', '"', "do.", mm / 10.0, tag]
        end)
        truth << { day:, who: "Olaf Ternby", spot: "cutter_ledge", species: "cod", mm:, tag:,
                   kind: "tagged", fate: "released", length_kind: "TL" }
      end
    end
    Old.new(name: "book.txt", bytes: rows.map { |cells| cells.join("\t") }.join("\n"), truth:,
      heading: false, stays_out: 0,
      columns: { 0 => "date", 1 => "member", 2 => "spot", 3 => "species",
                 4 => { "field" => "length", "unit" => "cm" }, 5 => "tag" },
      words: { "member" => { "olaf ternby" => "former" } },
      choices: { "years" => [1965, 1979], "length_kind" => "TL", "length_how" => "tape",
                 "fate" => "released", "date_order" => "dmy" })
  end

  # Fish of a neighbouring programme, whose tags bear no letters; standard lengths; a weight that
  # cannot be.
  def neighbours_sheet
    rows = [["Date", "Angler", "Place", "Species", "Length (mm)", "Type", "Weight (g)", "Tag"]]
    truth = []
    8.times do |n|
      day, mm = Date.new(2021, 8, 1) + n, 430 + n
      rows << [day, "Bertil Skaw", "Oe Narrows", "European seabass", mm, n.even? ? "standard" : "S",
        n == 2 ? 9 : 900 + n, 100_001 + n]
      truth << { day:, mm:, length_kind: "SL", species: "seabass", kind: "recaptured",
                 weight_g: 900 + n, number_as_read: (100_001 + n).to_s, fish: nil }
    end
    truth.delete_at(2)
    Old.new(name: "neighbours.ods", bytes: Workbooks.ods(rows), truth:, stays_out: 1,
      columns: { "Type" => "length_kind" },
      words: { "length_kind" => { "standard" => "SL", "s" => "SL" } },
      choices: { "numbers" => "other", "other_programme" => "Skerry Bay Anglers",
                 "length_how" => "board", "fate" => "released" })
  end

  def csv(rows) = CSV.generate { |csv| rows.each { |row| csv << row } }
end
