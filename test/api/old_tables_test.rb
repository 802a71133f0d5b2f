# frozen_string_literal: true

require_relative "../support/api_case"
require_relative "../support/tables_in"
require_relative "../support/old_tables"

# Tables that others kept, held against what each row truly says: nothing comes in wrong without a
# question, and all comes in once the questions are answered. The clocks are eleven hours ahead.
class OldTablesTest < ApiCase
  include TablesIn

  AHEAD = "Etc/GMT-11"

  def setup
    super
    db[:programme].insert_conflict(target: :id, update: { time_zone: AHEAD })
      .insert(name: "Marrow Sound Tagging Cooperative", time_zone: AHEAD)
    ["Wren Castellan", "Maud Fennimore", "Bertil Skaw"].each { |name| Seeds.member(db, name) }
    Seeds.old_tags(db, count: 110, last: 100_200)
    sign_in("hamish@marrow.example")
    send_json(:post, "/api/tags/batches", { prefix: "OB", digits: 6, first_serial: 4000,
      last_serial: 4099, label: "before the letters", prefix_printed: false })
  end

  # The stored records, in the form of a truth.
  def rows
    species = db[:fish].select_hash(:id, :species_code)
    tags = db[:taggings].select_hash(:encounter_id, :tag_number)
    people = db[:members].select_hash(:id, :name)
    db[:encounters].all.map do |row|
      row.slice(:length_kind, :kind, :fate, :weight_g).merge(
        day: row[:caught_on], time: row[:caught_time_known] ? row[:caught_at].utc : nil,
        mm: row[:length_mm], tag: tags[row[:id]] || row[:read_numbers].first,
        who: people[row[:member_id]], spot: row[:spot_code], species: row[:species_code],
        own_place: !row[:lat_deg].nil?, water_temp_c: row[:water_temp_c]&.to_f,
        number_as_read: row[:read_numbers].first, fish: row[:fish_id]
      )
    end + reports(species)
  end

  def reports(species)
    fish = db[:matches].where(undone_at: nil).select_hash(:report_id, :fish_id)
    db[:reports].where(encounter_id: nil).all.map do |row|
      row.slice(:length_kind, :fate).merge(
        day: row[:caught_on], mm: row[:length_mm], tag: row[:numbers].first, kind: "reported",
        finder: row[:finder_name], species: row[:species_code] || species[fish[row[:id]]],
        own_place: !row[:lat_deg].nil? && row[:place_error_m].nil?
      )
    end
  end

  # Rows that say something else than every truth, and truths that no row says.
  def held_against(truth)
    left = truth.dup
    wrong = rows.reject do |row|
      index_found = left.index do |candidate|
        candidate.all? do |key, value|
          same?(row[key], value)
        end
      end
      index_found && left.delete_at(index_found)
    end
    [wrong, left]
  end

  def same?(stored, value)
    value.is_a?(Float) && stored ? (stored - value).abs < 1e-6 : stored == value
  end

  # The mapping that a coordinator makes of what was guessed, and how many choices it took.
  def chosen(import, old)
    mapping = import["mapping"].merge(old.choices)
    names = import["columns"].map { |column| column["name"] }
    old.columns.each do |column, statement|
      time = column.is_a?(Integer) ? column : names.index(column)
      mapping["columns"][time] = statement.is_a?(Hash) ? statement : { "field" => statement }
    end
    words = mapping["words"].merge(old.words) { |_, guessed, wanted| guessed.merge(wanted) }
    left = old.columns.value?(nil) ? { "untaken" => "leave" } : {}
    [mapping.merge("words" => words, **left),
      left.size + old.choices.size + old.columns.size + old.words.values.sum(&:size)]
  end

  def sent(old)
    import = send_table(old.name, old.bytes)

    assert_equal 200, last_response.status, last_response.body
    return import if old.heading.nil? || old.heading == import["has_heading"]

    send_json(:put, "/api/imports/#{import['id']}/heading", { has_heading: old.heading })
    told
  end

  def put_mapping(import, mapping)
    send_json(:put, "/api/imports/#{import['id']}/mapping", { mapping: })

    assert_equal 200, last_response.status, last_response.body
  end

  def bring(import) = run_import(import, "check", "store")

  # As it is sent, with nothing chosen at all.
  def unasked(old)
    import = sent(old)
    bring(import)
    wrong, = held_against(old.truth)

    assert_empty wrong, "#{old.name}: came in wrong without a question"
    undo(import)
  end

  def answered(old)
    import = sent(old)
    mapping, choices = chosen(import, old)
    put_mapping(import, mapping)
    done = bring(import)
    wrong, missing = held_against(@truth += old.truth)

    assert_empty wrong, "#{old.name}: came in wrong"
    assert_empty missing, "#{old.name}: did not come in\n#{faults(import)}"
    assert_equal old.stays_out, done["counts"].fetch("refused", 0), "#{old.name}\n#{faults(import)}"
    puts "#{old.name}: #{old.truth.size} rows, #{choices} choices" if ENV["COUNTED"]
  end

  def faults(import)
    db[:import_rows].where(import_id: import["id"],
      state: "refused").limit(3).select_map(:faults).join("\n")
  end

  def walk(tables)
    @truth = []
    tables.each do |old|
      unasked(old) if @truth.empty?
      answered(old)
    end
  end

  def test_tables_that_rules_were_made_by = walk(OldTables.open)
  def test_tables_that_were_held_back = walk(OldTables.held_back)

  def test_nothing_chosen_lets_nothing_wrong_in
    [*OldTables.open, *OldTables.held_back].each { |old| unasked(old) }
  end
end
