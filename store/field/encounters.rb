# frozen_string_literal: true

module Store
  # One fish in hand once, and its taps.
  class Encounters
    COLUMNS = Core::Records::Encounter.members.freeze
    # Where nothing is told the database says what it is.
    DEFAULTED = %i[source own_rules_version caught_time_known].freeze
    FIELDS = Core::Fields::Encounter
    # The seconds in the air that a fish had, by its judgement.
    AIR_LIMIT = Sequel.lit("(review ->> 'air_seconds')::float")

    def initialize(db) = @db = db

    # Core::Records::Encounter or nil
    def find(id) = encounter(@db[:encounters].select(*COLUMNS).first(id:))

    # Void or not.
    def record(id) = encounter(records.first(id:))

    # Locks the row when there is one, void or not, so that two sendings of one record wait for each
    # other.
    def find_for_update(id) = encounter(records.where(id:).for_update.first)

    def add(encounter) = @db[:encounter_records].insert(row(encounter))

    def add_all(encounters)
      encounters.map { |encounter| row(encounter) }.group_by(&:keys).each_value do |alike|
        @db[:encounter_records].multi_insert(alike)
      end
    end

    def replace(encounter)
      @db[:encounter_records].where(id: encounter.id).update(
        **row(encounter),
        updated_at: Sequel::CURRENT_TIMESTAMP
      )
    end

    # A member's records of a trip that are void, the newest first, and why.
    def void_of_trip(trip_id)
      @db[:encounter_records]
        .left_join(:members, id: :voided_by)
        .where(trip_id:)
        .exclude(voided_at: nil)
        .order(Sequel.desc(:voided_at))
        .select(
          Sequel[:encounter_records][:id],
          :kind,
          :species_code,
          :length_mm,
          :caught_at,
          :voided_at,
          :voided_because,
          Sequel[:members][:name].as(:voided_by)
        )
        .all
    end

    # Fish that got away on a trip, the newest first: [{ id:, species_code:, caught_at:,
    # left_in_fish: }]
    def lost_of_trip(trip_id)
      @db[:encounter_records].where(trip_id:, fate: "lost", voided_at: nil)
        .order(Sequel.desc(:caught_at)).select(:id, :species_code, :caught_at, :left_in_fish).all
    end

    def tagged_by?(member_id) = !@db[:encounters].where(member_id:, kind: "tagged").empty?

    def any_lost?(number)
      !@db[:encounters].where(
        Sequel.pg_array_op(:lost_numbers).contains(Sequel.pg_array([number], :text))
      ).empty?
    end

    VERSION = %i[encounter_id revision device device_revision fingerprint member_id].freeze

    # said, stands: plain data, see Core::Records::Merge; kept for ever.
    def add_version(sent:, stands:, **version)
      @db[:encounter_versions].insert(
        **version.slice(*VERSION),
        said: Sequel.pg_jsonb(sent),
        stands: Sequel.pg_jsonb(stands)
      )
    end

    # What this device said with this revision or a later one, the newest: { revision:,
    # device_revision:, fingerprint: } or nil
    def heard(id, device:, revision:)
      @db[:encounter_versions]
        .where(encounter_id: id, device:)
        .where { device_revision >= revision }
        .order(Sequel.desc(:device_revision), Sequel.desc(:revision))
        .select(:revision, :device_revision, :fingerprint)
        .first
    end

    # { "said" =>, "stands" => } of what this device said last, or nil
    def last_said(id, device:)
      row =
        @db[:encounter_versions]
          .where(encounter_id: id, device:)
          .order(Sequel.desc(:revision))
          .select(:said, :stands)
          .first
      row && { "said" => Row.plain(row[:said]), "stands" => Row.plain(row[:stands]) }
    end

    # The numbers that a record named the last time that it counted: { tag_numbers:,
    # new_tag_numbers: }
    def named(id)
      encounter_rows =
        @db[:encounter_versions]
          .where(encounter_id: id)
          .where(Sequel.lit("stands->>'voided_because' is null"))
          .order(Sequel.desc(:revision))
          .get(:stands)
          .to_h
      {
        tag_numbers: encounter_rows.fetch("tag_numbers", []),
        new_tag_numbers: encounter_rows.fetch("new_tag_numbers", [])
      }
    end

    # Who caught it where, in words for the desk: { member_name:, spot_name:, story_key: }
    def on_deck(id)
      @db[:encounters]
        .join(:members, id: :member_id)
        .left_join(:spots, code: Sequel[:encounters][:spot_code])
        .left_join(:fish, id: Sequel[:encounters][:fish_id])
        .where(Sequel[:encounters][:id] => id)
        .select(
          Sequel[:members][:name].as(:member_name),
          Sequel[:spots][:name].as(:spot_name),
          :tag_act,
          :note
        )
        .first
    end

    # The fish it turned out to be, or nil when that was taken back.
    def belongs_to(id, fish_id) = @db[:encounters].where(id:).update(fish_id:)

    # taps: [{ act:, at: Time }, ...]; kept for ever under this revision.
    def add_stages(encounter_id:, revision:, taps:)
      @db[:stages].multi_insert(
        taps.each_with_index.map { |tap, position| { encounter_id:, revision:, position:, **tap } }
      )
    end

    # The taps of the newest revision.
    def stages(encounter_id)
      newest = @db[:stages].where(encounter_id:).max(:revision)
      @db[:stages].where(encounter_id:, revision: newest).order(:position).select(:act, :at).all
    end

    # What a member has logged on a trip, newest first, for the Deck's list.
    def of_trip(trip_id)
      here = @db[:encounters].where(trip_id:)
      tags =
        @db[:taggings]
          .where(encounter_id: here.select(:id), ended_at: nil)
          .order(:tag_number)
          .select_hash_groups(:encounter_id, :tag_number)
      here
        .order(Sequel.desc(:caught_at))
        .select(
          :id, :kind, :fate, :species_code, :length_mm, :length_kind, :caught_at, :air_seconds
        )
        .map { |row| row.merge(tag_numbers: tags.fetch(row[:id], [])) }
    end

    # How long a member's taggings took, from the lift to the tag in: [[species code, seconds],
    # ...], the newest first.
    def tagging_seconds(member_id, newest:)
      @db[:encounters]
        .where(member_id:, kind: "tagged")
        .exclude(tagging_seconds: nil)
        .order(Sequel.desc(:caught_at))
        .limit(newest)
        .select_map(%i[species_code tagging_seconds])
    end

    private

    def records = @db[:encounter_records].select(*COLUMNS)
    def encounter(row) = row && Core::Records::Encounter.new(**Row.read(FIELDS, row))

    def row(encounter)
      known = encounter.to_h.reject { |column, value| value.nil? && DEFAULTED.include?(column) }
      Row.write(FIELDS, { **known, collisions: known[:collisions] || [],
                          reflexes: known[:reflexes] || {} })
    end
  end
end
