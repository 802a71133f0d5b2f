# frozen_string_literal: true

module Store
  # Whose programme this is, and its drawn coast.
  class Programme
    KEPT = %i[
      name sender contact time_zone season_begins about joining join_question join_answer
    ].freeze

    def initialize(db) = @db = db

    # Core::Programme
    def find
      Core::Programme.new(**@db[:programme].select(*Core::Programme.members).first.to_h.compact)
    end

    # The programme's local day. now: Time
    def day(now)
      in_zone = lambda do |zone|
        Sequel.cast(Sequel.function(:timezone, zone, Sequel.cast(now, :timestamptz)), Date)
      end
      @db[:programme].get(in_zone.call(:time_zone)) ||
        @db.get(in_zone.call(Core::Programme.new.time_zone))
    end

    MONDAY = <<~SQL
      (date_trunc('week', :now::timestamptz at time zone :zone) + interval '7 days 8 hours')
        at time zone :zone
    SQL

    # Eight in the morning there: Time
    def next_monday(now)
      @db.get(Sequel.lit(MONDAY, now:, zone: find.time_zone))
    end

    # How far its clocks were ahead of UTC at noon of a day.
    def offset_minutes(day) = offsets_minutes([day]).fetch(day)

    # { day => minutes }
    def offsets_minutes(days)
      zone = find.time_zone
      noon = Sequel.lit("(day + time '12:00')")
      ahead = Sequel.lit(
        "extract(epoch from (? at time zone 'UTC') - (? at time zone ?))::int / 60",
        noon, noon, zone
      )
      @db.from(Sequel.lit("unnest(?::date[]) as day", Sequel.pg_array(days, :date)))
        .select_hash(:day, ahead.as(:minutes))
    end

    # Core::Answers::Season as it is set, else by when fish are caught.
    #   catches: { month => count }
    def season(catches) = Core::Answers::Season.of(find.season_begins, catches)

    # Whether this server can tell the time there.
    def time_zone?(name) = !@db[:pg_timezone_names].where(name:).empty?

    def letters_held? = @db[:programme].get(:letters_held) || false
    def hold_letters(held) = @db[:programme].update(letters_held: held)

    def name = find.name
    def coast_version = find.coast_version

    # columns: name:, sender:, contact:, time_zone:, season_begins:
    def keep(columns)
      row = columns.slice(*KEPT)
      @db[:programme].insert_conflict(
        target: :id,
        update: {
          **row,
          updated_at: Sequel::CURRENT_TIMESTAMP
        }
      ).insert(row)
    end

    # GeoJSON features with properties kind, name, water, public.
    def coast
      @db[:coast_features].order(:id).map do |row|
        {
          "type" => "Feature",
          "properties" => {
            "kind" => row[:kind],
            "name" => row[:name],
            "water" => row[:water_code],
            "public" => row[:is_public] || nil
          }.compact,
          "geometry" => row[:geometry].to_h
        }
      end
    end

    # Puts these features in the place of all that are there.
    def replace_coast(features)
      @db[:coast_features].delete
      @db[:coast_features].multi_insert(features.map do |feature|
        about = feature.fetch("properties")
        {
          kind: about["kind"],
          name: about["name"],
          water_code: about["water"],
          is_public: about["public"] || false,
          geometry: Sequel.pg_jsonb(feature.fetch("geometry"))
        }
      end)
      @db[:programme].update(coast_version: Sequel[:coast_version] + 1)
    end
  end
end
