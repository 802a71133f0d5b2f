# frozen_string_literal: true

# The smallest Marrow Sound that a test needs; times are fixed, so that answers are too.
module Seeds
  NOW = Time.utc(2026, 6, 15, 18, 0, 0)

  module_function

  def catalogue(db)
    Demo::Catalogue.add(db)
    Demo::Sound.draw(db)
  end

  def member(db, name, role: "tagger", email: nil, password: nil)
    account_id = email && db[:accounts].insert(email:)
    if password
      hash = Argon2::Password.new(t_cost: 1, m_cost: 5).create(password)
      db[:account_password_hashes].insert(id: account_id, password_hash: hash)
    end
    id =
      db[:members].insert(
        name:, role:, account_id:, public_name: name.split.first,
        permit_number: "MSC-1",
        permit_expires_on: Date.today + 300,
        trained: Sequel.pg_array(%w[tagging], :text)
      )
    Store::Members.new(db).find(id)
  end

  # A series of old numbers, the first of them in stock: MS100001 ..
  def old_tags(db, count:, last:)
    series = db[:tag_series].insert(
      prefix: "MS", digits: 6, first_serial: 100_001, last_serial: last
    )
    db[:tags].multi_insert((100_001..(100_000 + count)).map do |serial|
      { number: "MS#{serial}", series_id: series, serial:, state: "in_stock" }
    end)
  end

  # Tags MS000001 .. in the member's pouch.
  def pouch(db, member, count: 5, first: 1)
    series_id =
      db[:tag_series].where(prefix: "MS").get(:id) ||
      db[:tag_series].insert(prefix: "MS", digits: 6, first_serial: 1, last_serial: 9999)
    db[:tags].multi_insert((first...(first + count)).map do |serial|
      {
        number: format("MS%06d", serial),
        series_id:,
        serial:,
        state: "in_pouch",
        holder_id: member[:id]
      }
    end)
  end

  def trip(db, member, held_on: NOW.to_date)
    id = SecureRandom.uuid
    db[:trips].insert(
      id:,
      member_id: member[:id],
      held_on:,
      spot_code: "cutter_ledge",
      platform: "boat",
      water_temp_c: 13.5
    )
    id
  end

  def law(db, species_code:, water_code: "marrow_sound", **limits)
    db[:laws].insert(
      species_code:,
      water_code:,
      length_kind: "FL",
      authority: "Marrow Sound Fisheries Board",
      checked_on: NOW.to_date,
      **limits
    )
  end

  # A tagged seabass as the Deck sends it, 412 mm fork length on the board, 8 s in the air.
  def encounter(trip_id, number: "MS000001", start: NOW - 3600, **changes)
    seconds = {
      "fish_on" => 0,
      "in_net" => 31,
      "lifted" => 60,
      "back_in_water" => 68,
      "let_go" => 80
    }
    {
      revision: 1,
      trip_id:,
      kind: "tagged",
      fate: "released",
      species_code: "seabass",
      length: {
        value: 412,
        unit: "mm",
        kind: "FL",
        how: "board"
      },
      weight_g: nil,
      hook_place: "jaw_corner",
      tag_numbers: [number],
      stages: seconds.map { |act, after| { act:, at: start + after } },
      utc_offset_minutes: -60,
      place: {
        lat_deg: 48.61,
        lon_deg: -21.47
      },
      water_temp_c: 13.5,
      house_rules_version: 1,
      note: nil
    }.merge(changes)
  end

  def report(**changes)
    {
      number_as_read: "MS000001",
      species_code: "seabass",
      length: {
        value: 45.5,
        unit: "cm",
        kind: "FL",
        how: "tape"
      },
      caught_on: NOW.to_date + 120,
      place: {
        lat_deg: 48.93,
        lon_deg: -20.88
      },
      place_words: "off Far Sound",
      fate: "released",
      finder_name: "Edda Morrow",
      finder_contact: nil
    }.merge(changes)
  end
end
