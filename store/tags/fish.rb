# frozen_string_literal: true

module Store
  # The individual: what ties its tags, encounters and matched reports together.
  class Fish
    INDIVIDUAL = Core::Recaptures::Individual.members.freeze
    CAUGHT = %i[
      id fish_id species_code caught_on lat_deg lon_deg place_name water_name fate public_name
      member_name air_seconds weight_g outcome
    ].freeze

    def initialize(db) = @db = db

    # Returns the new fish's id.
    def add(species_code:, story_key:) = @db[:fish].insert(species_code:, story_key:)

    # Core::Recaptures::Individual or nil
    def find(id) = individual(@db[:fish].select(*INDIVIDUAL).first(id:))

    # A fish that turned out to be another one is told as that one.
    def by_story_key(story_key)
      row = @db[:fish].select(*INDIVIDUAL, :merged_into).first(story_key:)
      return if row.nil?

      into = row.delete(:merged_into)
      into ? find(into) : individual(row)
    end

    # { id => Core::Recaptures::Individual }
    def all(ids)
      @db[:fish].where(id: ids).select(*INDIVIDUAL).to_h { |row| [row[:id], individual(row)] }
    end

    # Nobody else changes what is known of these until the transaction ends. ids: one or many
    def lock(ids) = @db[:fish].where(id: ids).order(:id).for_update.select_map(:id)

    # The fish that carries this tag, or carried it last: Core::Recaptures::TaggedFish or nil.
    #   apart_from: a report's own id, whose word on the fish's fate is not held against it
    #   on: a day; also a tag that has come off is found then, and ended_on says when. Without it
    #       only one that is in a fish now.
    def carrying(number, on: nil, apart_from: nil)
      fish = last_carrying([number], known: on ? KNOWN : AT_LARGE)[number]
      fish&.with(kept: kept_of([fish.fish_id], apart_from:).any?)
    end

    # The same of many numbers, but for whether it was kept: { number => TaggedFish }
    def last_carrying(numbers, known: KNOWN)
      @db[:taggings]
        .join(:fish, id: :fish_id)
        .join(:encounters, id: Sequel[:taggings][:encounter_id])
        .where(tag_number: numbers)
        .where(known)
        .distinct(:tag_number)
        .order(:tag_number, Sequel.desc(Sequel[:taggings][:id]))
        .select(
          Sequel[:taggings][:fish_id],
          Sequel[:taggings][:tag_number].as(:number),
          Sequel[:fish][:species_code],
          :story_key,
          :length_mm,
          :length_kind,
          Sequel[:encounters][:caught_on].as(:released_on),
          Sequel.cast(Sequel[:taggings][:ended_at], Date).as(:ended_on),
          Sequel[:encounters][:member_id].as(:tagger_id)
        )
        .to_h { |row| [row[:number], Core::Recaptures::TaggedFish.new(**row)] }
    end

    # The fish among these that anybody reported kept. Each match looks up its own report; with a
    # join the planner would read all reports.
    def kept_of(fish_ids, apart_from: nil)
      return Set.new if fish_ids.empty?

      gone = @db[:reports].where(id: Sequel[:matches][:report_id]).select(:fate).limit(1)
      by_report = @db[:matches].where(undone_at: nil, fish_id: fish_ids)
        .exclude(report_id: apart_from)
        .select(:fish_id, gone.as(:fate)).from_self.where(fate: GONE).select(:fish_id)
      on_deck = @db[:encounters].where(fate: "kept", fish_id: fish_ids).select(:fish_id)
      by_report.union(on_deck, all: true).select_map(:fish_id).to_set
    end

    # Whether it was caught again on one of these days, on the Deck or by a finder.
    #   within: Range of Date;  apart_from: id of a report or of an encounter
    def caught_again?(fish_id, within, apart_from:)
      on_deck = @db[:encounters].where(fish_id:, kind: "recaptured", caught_on: within)
        .exclude(id: apart_from)
      reported = @db[:matches].where(fish_id:, undone_at: nil).exclude(report_id: apart_from)
        .join(:reports, id: :report_id).where(caught_on: within, encounter_id: nil)
      @db.get(Sequel.|(on_deck.select(1).exists, reported.select(1).exists))
    end

    # Taggings, also ended ones; those that were recorded by mistake are ended without a catch.
    AT_LARGE = { Sequel[:taggings][:ended_at] => nil }.freeze
    CAME_OFF =
      Sequel.|(
        Sequel.~(Sequel[:taggings][:ended_encounter_id] => nil),
        Sequel.~(Sequel[:taggings][:ended_report_id] => nil)
      )
    KNOWN = Sequel.|(AT_LARGE, CAME_OFF)

    # What ends a fish's life among us.
    GONE = %w[kept dead].freeze

    # Puts a tag into a fish. The database refuses a second fish with the same tag.
    def tag(fish_id:, tag_number:, encounter_id:)
      @db[:taggings].insert(fish_id:, tag_number:, encounter_id:)
    end

    # Takes back a tagging that was written down wrongly.
    # taggings: [{ fish_id:, tag_number:, encounter_id: }]
    def tag_all(taggings) = @db[:taggings].multi_insert(taggings)

    def untag(encounter_id:, tag_number:, now:)
      @db[:taggings].where(encounter_id:, tag_number:, ended_at: nil).update(ended_at: now)
    end

    CHAIN = %i[encounters taggings matches].freeze

    # Joins a chain that was begun anew to the fish it turned out to be. Returns the rows that
    # moved, for #part.
    def merge(from:, into:)
      moved = CHAIN.to_h { |table| [table, @db[table].where(fish_id: from).select_map(:id)] }
      CHAIN.each { |table| @db[table].where(fish_id: from).update(fish_id: into) }
      @db[:fish].where(Sequel.|({ id: from }, { merged_into: from })).update(merged_into: into)
      { from:, **moved }
    end

    # moved: { "from" => fish id, "encounters" => [ids], ... }
    def part(moved)
      CHAIN.each do |table|
        @db[table].where(id: moved.fetch(table.to_s)).update(fish_id: moved["from"])
      end
      @db[:fish].where(id: moved["from"]).update(merged_into: nil)
    end

    # Takes a tag off the fish at a later catch, and puts it back when that was written down
    # wrongly.
    def end_tagging(tag_number:, encounter_id:, now:)
      @db[:taggings].where(tag_number:, ended_at: nil).update(
        ended_at: now,
        ended_encounter_id: encounter_id
      )
    end

    # The same by a finder who cut it off or kept it.
    def end_tagging_by_report(tag_number:, report_id:, now:)
      @db[:taggings].where(tag_number:, ended_at: nil).update(
        ended_at: now,
        ended_report_id: report_id
      )
    end

    def resume_taggings_of_report(report_id)
      @db[:taggings].where(ended_report_id: report_id).update(ended_at: nil, ended_report_id: nil)
    end

    def resume_taggings(encounter_id:)
      @db[:taggings].where(ended_encounter_id: encounter_id).update(
        ended_at: nil,
        ended_encounter_id: nil
      )
    end

    # Fish at large from a spot, the newest first: [{ number:, species_code:, length_mm:,
    # length_kind:, released_on: }]
    def at_large_at(spot_code, limit:)
      gone = @db[:encounters].where(fate: "kept").exclude(fish_id: nil).select(:fish_id)
      @db[:encounters]
        .join(:taggings, encounter_id: :id)
        .where(spot_code:, kind: "tagged", ended_at: nil)
        .exclude(Sequel[:encounters][:fish_id] => gone)
        .order(Sequel.desc(:caught_at), :tag_number)
        .limit(limit)
        .select(
          Sequel[:taggings][:tag_number].as(:number),
          :species_code,
          :length_mm,
          :length_kind,
          Sequel[:encounters][:caught_on].as(:released_on)
        )
        .all
    end

    def tags_at(encounter_id)
      @db[:taggings].where(encounter_id:, ended_at: nil).order(:id).select_map(:tag_number)
    end

    # Members who tagged or recaptured it: they see exact places.
    def member_ids(fish_id) = @db[:encounters].where(fish_id:).distinct.select_map(:member_id)

    # Every catch of the fish, from the Deck and from finders, unordered: [Core::Recaptures::Catch]
    def catches(fish_id) = catches_of([fish_id]).fetch(fish_id, [])

    # The same of many: { fish id => [Catch] }
    def catches_of(fish_ids)
      (deck_catches(fish_ids) + reported_catches(fish_ids))
        .group_by { |row| row.delete(:fish_id) }
        .transform_values { |rows| rows.map { |row| Core::Recaptures::Catch.new(**row) } }
    end

    private

    def individual(row) = row && Core::Recaptures::Individual.new(**row)

    def deck_catches(fish_ids)
      rows = deck_rows(fish_ids)
      tags = tags_of(rows.filter_map { |row| row[:id] if row[:kind] == "tagged" })
      rows.map do |row|
        numbers = row[:kind] == "tagged" ? tags.fetch(row[:id], []) : row[:read_numbers].to_a
        caught(row, source: "deck", what: row[:kind], tag_numbers: numbers)
      end
    end

    # { encounter id => [number] } of tags that are still in the fish, as they were put
    def tags_of(encounter_ids)
      return {} if encounter_ids.empty?

      @db[:taggings].where(encounter_id: encounter_ids, ended_at: nil).order(:id)
        .select_hash_groups(:encounter_id, :tag_number)
    end

    def deck_rows(fish_ids)
      @db[:encounters]
        .join(:members, id: :member_id)
        .join(:fish, id: Sequel[:encounters][:fish_id])
        .left_join(:spots, code: Sequel[:encounters][:spot_code])
        .left_join(:waters, code: Sequel[:spots][:water_code])
        .where(fish_id: fish_ids)
        .order(:caught_at, Sequel[:encounters][:id])
        .select(
          Sequel[:encounters][:id],
          Sequel[:encounters][:fish_id],
          Sequel[:fish][:species_code],
          Sequel[:encounters][:kind],
          :caught_on,
          :fate,
          :length_mm,
          :length_kind,
          :length_how,
          :length_sd_mm,
          Sequel.function(:coalesce, Sequel[:encounters][:lat_deg], Sequel[:spots][:lat_deg]).as(
            :lat_deg
          ),
          Sequel.function(:coalesce, Sequel[:encounters][:lon_deg], Sequel[:spots][:lon_deg]).as(
            :lon_deg
          ),
          Sequel[:spots][:name].as(:place_name),
          Sequel[:waters][:name].as(:water_name),
          :public_name,
          Sequel[:members][:name].as(:member_name),
          :read_numbers,
          :air_seconds,
          :weight_g,
          :outcome
        )
        .all
    end

    def reported_catches(fish_ids)
      @db[:reports]
        .join(:matches, report_id: :id)
        .join(:fish, id: :fish_id)
        .where(fish_id: fish_ids, undone_at: nil, encounter_id: nil)
        .order(:caught_on, :sent_at, Sequel[:reports][:id])
        .select(
          Sequel[:reports][:id],
          :fish_id,
          Sequel[:fish][:species_code],
          :caught_on,
          :day_said,
          :caught_from,
          :found_how,
          :fate,
          :length_mm,
          :length_kind,
          :length_how,
          :lat_deg,
          :lon_deg,
          Sequel[:reports][:place_words].as(:place_name),
          :tag_number
        )
        .map do |row|
          {
            **caught(row, source: "report", what: "recaptured", tag_numbers: [row[:tag_number]]),
            **row.slice(:found_how, :day_said, :caught_from).compact
          }
        end
    end

    # Of a row what a Catch has, and the fish.
    def caught(row, **how)
      { **row.slice(*CAUGHT), **how, length: Core::Fish::Length.of(row) }
    end
  end
end
