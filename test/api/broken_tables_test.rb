# frozen_string_literal: true

require_relative "../support/api_case"

# Sixty files as they should not be. Each gets a sentence, at the door or beside its row, and
# nothing of it is stored.
class BrokenTablesTest < ApiCase
  HEAD = "day,who,where,fish,length mm,tag,what,fate"
  CHOICES = { "length_how" => "board", "length_kind" => "usual", "fate" => "released" }.freeze
  HELD = %i[encounter_records fish taggings trips reports matches tags spans].freeze

  def self.row(**cells)
    { day: "2019-05-14", who: "Wren", where: "Cutter Ledge", fish: "Pollack", mm: "400",
      tag: "MS100001", what: "tagged", fate: "released" }.merge(cells).values.join(",")
  end

  def self.file(**cells) = "#{HEAD}\n#{row(**cells)}\n"
  def self.zip_bomb = "PK\x03\x04".b + ("\0" * 50_000).b

  # What stands at the door: the file => what is said.
  AT_THE_DOOR = {
    "" => "empty", "\n\r\n\n" => "no row", "#{HEAD}\n" => "headings but no rows",
    zip_bomb => "cannot be read to its end", "PK\x03\x04".b => "cannot be read to its end",
    "\xD0\xCF\x11\xE0\xA1".b => "older kind", "\x1F\x8B\b\0".b => "compressed",
    "%PDF-1.4\n" => "PDF", "#{HEAD}\na\0b,c\n" => "bytes that are not text",
    ("\xFF\xFE".b + "a\0\0\0".b) => "bytes that are not text",
    "#{HEAD}\n\"2019-05-14,Wren\n" => "quotation mark",
    "#{HEAD}\n#{'x' * 300_000}\n" => "Line 2 is longer",
    "#{HEAD}\n#{row(who: 'W' * 5000)}\n" => "A cell of line 2",
    "#{(1..150).to_a.join(';')}\n1;2\n" => "150 columns",
    "\u0000\u0001\u0002binary" => "bytes that are not text"
  }.freeze

  # What stays out: the file => what is said beside its row.
  BESIDE_THE_ROW = {
    file(day: "30.02.2019") => "is not a day of the calendar",
    file(day: "2019-13-01") => "day", file(day: "yesterday") => "day",
    file(day: "14 Smarch 2019") => "day", file(day: "2199-01-01") => "in the future",
    file(day: "1719-05-14") => "1719", file(day: "") => "day", file(day: "=TODAY()") => "day",
    file(who: "Nobody Known") => "Nobody Known", file(who: "") => "who",
    file(where: "Atlantis") => "Atlantis", file(where: "") => "where",
    file(fish: "Kraken") => "Kraken", file(fish: "") => "animal|species|fish",
    file(mm: "400 mm?") => "400 mm\\?", file(mm: "forty") => "forty", file(mm: "-400") => "-400",
    file(mm: "0") => "0", file(mm: "99999") => "99999", file(mm: "4") => "4",
    file(mm: "=400") => "=400", file(mm: "4e99") => "4e99", file(mm: "NaN") => "NaN",
    file(mm: "1.234.567") => "1.234.567", file(mm: "12 3/0") => "12 3/0",
    file(tag: "XX999999") => "XX999999", file(tag: "MS999999") => "MS999999",
    file(tag: "") => "number|tag", file(tag: "MS100001 MS10000") => "MS010000 is not a number",
    file(tag: "=CMD|' /C calc'!A0") => "=CMD", file(tag: "MS1000O1x") => "MS1000",
    file(tag: "\u{1F41F}") => "\u{1F41F}", file(what: "blessed") => "blessed",
    file(fate: "eaten by a seal") => "eaten by a seal",
    file(what: "recapture", tag: "") => "number|tag",
    file(tag: "MS100001", fish: "Pollack'); drop table fish;--") => "drop table",
    "#{HEAD}\n#{row}\n#{row}\n" => "twice|already|same",
    "#{HEAD}\n#{row}\n#{row(day: '2019-06-01', fish: 'Cod')}\n" => "MS100001",
    "#{HEAD}\n#{row(day: '2019-05-14')},extra,cells,here\n" => "11 cells, the table 8 columns",
    "#{HEAD.sub('length mm', 'length')}\n#{row(mm: '160 furlongs')}\n" => "160 furlongs",
    "#{HEAD},lat,lon\n#{row},91,0\n" => "91",
    "#{HEAD},lat,lon\n#{row},48.6,\n" => "latitude without a longitude",
    "#{HEAD},lat,lon\n#{row},48.6,200\n" => "200", "#{HEAD},weight g\n#{row},heavy\n" => "heavy",
    "#{HEAD},weight g\n#{row},-5\n" => "-5", "#{HEAD},water C\n#{row},99\n" => "99",
    "#{HEAD},time\n#{row},25:61\n" => "25:61", "#{HEAD},hook\n#{row},banana\n" => "banana"
  }.freeze

  def setup
    super
    Acts::StoredJob.store = store
    Seeds.member(db, "Wren Castellan")
    Seeds.old_tags(db, count: 10, last: 100_100)
    sign_in("hamish@marrow.example")
  end

  def body = JSON.parse(last_response.body)

  def send_table(bytes)
    send_json(:post, "/api/imports?name=t.csv", bytes, "CONTENT_TYPE" => "application/octet-stream")
  end

  def hashes = HELD.to_h { |table| [table, db[table].all.map(&:to_s).sort.hash] }

  def test_there_are_sixty
    assert_operator AT_THE_DOOR.size + BESIDE_THE_ROW.size, :>=, 60
  end

  def test_what_is_no_table_is_told_at_the_door
    before = hashes
    AT_THE_DOOR.each do |bytes, sentence|
      send_table(bytes)

      assert_includes 400..422, last_response.status, bytes[0, 40]
      assert_match(/#{sentence}/, body["message"], bytes[0, 40])
    end

    assert_equal [before, 0], [hashes, db[:imports].count]
  end

  def test_what_is_no_record_is_told_beside_its_row
    before = hashes
    BESIDE_THE_ROW.each do |bytes, sentence|
      faults = checked(bytes)

      refute_empty faults, bytes
      sentences = faults.map do |fault|
        fault.values_at("column", "value", "rule", "mend").join(" ")
      end

      assert_match(/#{sentence}/i, sentences.join("\n"), bytes)
      unclear = faults.reject do |fault|
        fault.values_at("rule", "mend").all? do |text|
          text.to_s.size > 5
        end
      end

      assert_empty unclear, bytes
    end

    assert_equal before, hashes
  end

  def checked(bytes)
    send_table(bytes)

    assert_equal 200, last_response.status, "#{bytes[0, 80]} #{last_response.body[0, 300]}"
    import = body
    send_json(:put, "/api/imports/#{import['id']}/mapping",
      { mapping: import["mapping"].merge(CHOICES) })
    send_json(:post, "/api/imports/#{import['id']}/run", { act: "check" })
    Acts::ImportJob.run(import["id"])
    get("/api/imports/#{import['id']}/refused")
    body["rows"].flat_map { |row| row["faults"] }
  end
end
