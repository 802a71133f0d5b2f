# frozen_string_literal: true

module Store
  # Releases counted by treatment, with how many of each were recaptured.
  #
  #   filter: as CatchFilter has it, of the releases
  class Treated
    include CatchFilter

    # Weeks after which a fish that did not come back is followed no further.
    MOST_WEEKS = 52
    LIVED_DAYS = Core::Answers::TreatmentComparison::LIVED_DAYS
    NEW_HANDS_FISH = Core::Answers::Treatments::NEW_HANDS_FISH
    COUNTS = Core::Answers::TreatmentComparison::COUNTS
    # Whether a fish was treated so; null where nobody recorded it. By Core::Answers::Treatments.
    TREATED = {
      hook: "hook_place in ('throat', 'gill', 'stomach')",
      air: "air_seconds > #{Encounters::AIR_LIMIT}",
      fight: "fight_seconds > (review->>'fight_seconds')::float",
      warmth: "water_temp_c >= warm_c",
      bleeding: "bleeding <> 'none'",
      depth: "depth_m > #{Core::Answers::Treatments::DEEP_M}",
      removal: "removal = 'cut_line'",
      reflexes: "case when reflexes <> '{}' then reflexes::text like '%\"absent\"%' end",
      surface: "case when air_seconds > 0 then 'dry_surface' = any(handling) end",
      applicator: "applicator = 'gun'",
      experience: "coalesce((caught_on, caught_at, encounters.id) <= " \
        "(last_on, last_at, last_id), true)"
    }.freeze
    STRATA = Core::Answers::TreatmentComparison::STRATA
    BY_TAGGER = Core::Answers::TreatmentComparison::BY_TAGGER

    def initialize(db) = @db = db

    # Returns { overall: { released:, returned: } of fish let go a year ago, returns within a year;
    #   totals:, by_tagger:, by_season: [{ treatment:, returned:, released:,
    #     other_returned:, other_released:, early:, other_early: }], a row a stratum in which fish
    #     were treated both ways, early of those back within LIVED_DAYS;
    #   cells: -> (treatment) { the same rows of all strata with their tagger };
    #   weeks: [{ treatment:, stratum:, treated:, weeks:, returned:, fish: }], strata in which fish
    #     were treated one way alone told as one;
    #   together: [{ species_code:, year:, month:, length_class:, hook: "true" | "false" | nil, ..,
    #     released:, returned:, years: }] of all fish and their first year }
    # The fish are read once, and counted from what was read.
    def groups(filter, today:)
      @db.transaction do
        @db.create_table(FISH, temp: true, on_commit: :drop, as: fish(filter, today))
        answer_rows.tap { @db.drop_table(FISH) }
      end
    end

    private

    FISH = :fish_treated

    def answer_rows
      cells = counted(BY_TAGGER)
      {
        overall:, totals: counted([]), by_tagger: both_ways(cells),
        by_season: both_ways(counted(STRATA)), weeks:, together:,
        cells: ->(treatment) { cells.select { |row| row[:treatment] == treatment } }
      }
    end

    # One row a release with a tag.
    def fish(filter, today)
      again = @db[:catches].exclude(kind: "tagged").group(:fish_id)
        .select(:fish_id, Sequel.function(:min, :caught_on).as(:again_on))
      rows = @db[:encounters].join(:species, code: :species_code)
        .left_join(again.as(:again), fish_id: Sequel[:encounters][:fish_id])
        .left_join(new_hands.as(:new_hands), member_id: Sequel[:encounters][:member_id])
        .where(kind: "tagged", fate: "released")
        .exclude(Sequel[:encounters][:fish_id] => nil)
      with_applicator(filtered(rows, filter, Sequel[:encounters])).select(
        Sequel[:encounters][:species_code], Sequel[:encounters][:member_id],
        Sequel.lit("extract(year from encounters.caught_on)::int").as(:year),
        Sequel.lit("extract(month from encounters.caught_on)::int").as(:month),
        Sequel.lit("coalesce(encounters.length_mm / 50, -1)").as(:length_class),
        *TREATED.map { |name, sql| Sequel.lit(sql).as(name) },
        *followed(today)
      )
    end

    # Days until it came back, or until today, and whether it had a whole year for it.
    def followed(today)
      let_go = Sequel[:encounters][:caught_on]
      back = Sequel[:again_on] - let_go
      open = Sequel.cast(today, Date) - let_go
      [back.as(:back_days), (open >= 365).as(:is_full),
        Sequel.function(:least, Sequel.function(:coalesce, back, open), 365).as(:days)]
    end

    # If all series are put in the same way, there is no need to look at each tag.
    def with_applicator(rows)
      ways = @db[:tag_series].distinct.select_map(:applicator)
      if ways.size < 2
        way = Sequel.cast(ways.first, String).as(:applicator)
        return rows.join(@db.select(way).as(:applied), true)
      end

      tags = @db[:taggings].join(:tags, number: :tag_number).join(:tag_series, id: :series_id)
        .distinct(:encounter_id).order(:encounter_id, :tag_number)
        .select(:encounter_id, :applicator)
      rows.left_join(tags.as(:applied), encounter_id: Sequel[:encounters][:id])
    end

    # The last of each tagger's first fish, of those who had so many.
    def new_hands
      last = @db[:encounters].where(kind: "tagged", member_id: Sequel[:members][:id])
        .order(:caught_on, :caught_at, :id).offset(NEW_HANDS_FISH - 1).limit(1)
        .select(
          Sequel[:caught_on].as(:last_on), Sequel[:caught_at].as(:last_at), Sequel[:id].as(:last_id)
        )
      @db[:members].cross_join(last.lateral.as(:last))
        .select(Sequel[:members][:id].as(:member_id), :last_on, :last_at, :last_id)
    end

    def overall
      @db[FISH].where(:is_full).get([count("true").as(:released), count(BACK).as(:returned)])
        .then { |released, returned| { released:, returned: } }
    end

    BACK = "back_days <= 365"
    EARLY = "back_days < #{LIVED_DAYS}".freeze
    private_constant :FISH, :BACK, :EARLY

    def count(condition) = Sequel.function(:count).*.filter(Sequel.lit(condition))

    # A row a stratum and treatment that was recorded of fish in it, let go a year ago.
    def counted(strata)
      counts = {
        returned: "%s and #{BACK}", released: "%s", other_returned: "not %s and #{BACK}",
        other_released: "not %s", early: "%s and #{EARLY}", other_early: "not %s and #{EARLY}"
      }
      unfolded(@db[FISH].where(:is_full), strata, counts)
        .where(Sequel.lit("released + other_released > 0"))
        .select(:treatment, *strata, *counts.keys)
        .map { |row| named(row) }
    end

    def both_ways(rows)
      rows.select { |row| row[:released].positive? && row[:other_released].positive? }
    end

    # The fish are counted for all treatments side by side, then there is a row for each of them:
    # so what is long is counted once, and what is short taken apart.
    #   counts: { name => condition on a treatment }
    def unfolded(fish, strata, counts)
      columns = TREATED.keys.product(counts.to_a).map do |treatment, (name, condition)|
        count(condition.gsub("%s", treatment.to_s)).as(:"#{treatment}_#{name}")
      end
      rows = TREATED.keys.map do |treatment|
        "('#{treatment}', #{counts.keys.map { |name| "#{treatment}_#{name}" }.join(', ')})"
      end
      done = "lateral (values #{rows.join(', ')}) as done (treatment, #{counts.keys.join(', ')})"
      fish.group(*strata).select(*strata, *columns).from_self(alias: :side_by_side)
        .cross_join(Sequel.lit(done))
    end

    def weeks
      time = @db[FISH].select_all.select_append(
        Sequel.function(:concat_ws, " ", *STRATA).as(:stratum),
        Sequel.lit("least(days / 7, #{MOST_WEEKS})").as(:weeks),
        Sequel.lit("coalesce(#{BACK}, false)").as(:returned)
      )
      keys = %i[stratum weeks returned]
      arms = unfolded(time.from_self, keys, { so: "%s", others: "not %s" })
        .cross_join(Sequel.lit("lateral (values (true, so), (false, others)) arm (treated, fish)"))
        .where(Sequel.lit("fish > 0"))
        .select(:treatment, *keys, :treated, :fish)
      @db[:compared].with(:arms, arms).with(:compared, compared)
        .group(:treatment, :treated, *keys)
        .select(:treatment, :treated, *keys, sum(:fish)).map { |row| named(row) }
    end

    # The rows of weeks, those of strata that compare nothing under one name for each arm.
    def compared
      both = @db[:arms].group(:treatment, :stratum)
        .having(Sequel.lit("bool_or(treated) and not bool_and(treated)"))
        .select(:treatment, :stratum)
      stratum = Sequel.lit("coalesce(both_ways.stratum, 'all ' || arms.treated)").as(:stratum)
      @db[:arms].left_join(both.as(:both_ways), treatment: :treatment, stratum: :stratum)
        .select(Sequel[:arms][:treatment], stratum, :weeks, :returned, :treated, :fish)
    end

    def together
      done = TREATED.keys.map { |name| Sequel.cast(name, String).as(name) }
      years = Sequel.function(:sum, Sequel.cast(Sequel.function(:greatest, :days, 1), Float) / 365)
      @db[FISH].group(*STRATA, *TREATED.keys)
        .select(*STRATA, *done, count("true").as(:released), count(BACK).as(:returned),
          years.as(:years)).all
    end

    def sum(column) = Sequel.cast(Sequel.function(:sum, column), Integer).as(column)
    def named(row) = { **row, treatment: row[:treatment].to_sym }
  end
end
