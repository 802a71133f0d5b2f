# frozen_string_literal: true

module Store
  # Released fish counted by what was done to them, and how many of each came back.
  #
  #   filter: as CatchFilter has it, of the releases
  class Treated
    include CatchFilter

    # Weeks after which a fish that did not come back is followed no further.
    MOST_WEEKS = 52
    LIVED_DAYS = Core::Water::TreatmentComparison::LIVED_DAYS
    NEW_HANDS_FISH = Core::Water::Treatments::NEW_HANDS_FISH
    COUNTS = Core::Water::TreatmentComparison::COUNTS
    # Whether a fish was treated so; null where nobody recorded it. By Core::Water::Treatments.
    TREATED = {
      hook: "hook_place in ('throat', 'gill', 'stomach')",
      air: "air_seconds > (review->>'air_seconds')::float",
      fight: "fight_seconds > (review->>'fight_seconds')::float",
      warmth: "water_temp_c >= warm_c",
      bleeding: "bleeding <> 'none'",
      depth: "depth_m > #{Core::Water::Treatments::DEEP_M}",
      removal: "removal = 'cut_line'",
      reflexes: "case when reflexes <> '{}' then reflexes::text like '%\"absent\"%' end",
      surface: "case when air_seconds > 0 then 'dry_surface' = any(handling) end",
      applicator: "applicator = 'gun'",
      experience: "nth <= #{NEW_HANDS_FISH}"
    }.freeze
    STRATA = Core::Water::TreatmentComparison::STRATA
    BY_TAGGER = Core::Water::TreatmentComparison::BY_TAGGER

    def initialize(db) = @db = db

    # Returns { overall: { released:, returned: } of fish let go a year ago, returns within a year;
    #   totals:, by_tagger:, by_season: [{ treatment:, returned:, released:,
    #     other_returned:, other_released:, early:, other_early: }], a row a stratum in which fish
    #     were treated both ways, early of those back within LIVED_DAYS;
    #   cells: -> (treatment) { the same rows of all strata with their tagger };
    #   weeks: [{ treatment:, stratum:, treated:, weeks:, returned:, fish: }];
    #   together: [{ species_code:, year:, month:, length_class:, hook: "true" | "false" | nil, ..,
    #     released:, returned:, years: }] of all fish and their first year }
    def groups(filter, today:)
      fish = fish(filter, today)
      full = @db[:fish_treated].where(:is_full)
      {
        overall: overall(full.with(:fish_treated, fish)),
        totals: counted(unpivoted(full), fish, []),
        by_tagger: both_ways(full, fish, BY_TAGGER), by_season: both_ways(full, fish, STRATA),
        cells: ->(treatment) { cells(full, fish, treatment) },
        weeks: weeks(fish), together: together(fish)
      }
    end

    private

    # One row a release with a tag.
    def fish(filter, today)
      again = @db[:catches].exclude(kind: "tagged").group(:fish_id)
        .select(:fish_id, Sequel.function(:min, :caught_on).as(:again_on))
      rows = @db[:encounters].join(:species, code: :species_code)
        .left_join(again.as(:again), fish_id: Sequel[:encounters][:fish_id])
        .left_join(applicators.as(:applied), encounter_id: Sequel[:encounters][:id])
        .left_join(turns.as(:turns), encounter_id: Sequel[:encounters][:id])
        .where(kind: "tagged", fate: "released")
        .exclude(Sequel[:encounters][:fish_id] => nil)
      filtered(rows, filter, Sequel[:encounters]).select(
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

    def applicators
      @db[:taggings].join(:tags, number: :tag_number).join(:tag_series, id: :series_id)
        .distinct(:encounter_id).order(:encounter_id, :tag_number)
        .select(:encounter_id, :applicator)
    end

    # Running number of each fish among those of its tagger.
    def turns
      nth = Sequel.function(:row_number).over(partition: :member_id, order: %i[caught_at id])
      @db[:encounters].where(kind: "tagged").select(Sequel[:id].as(:encounter_id), nth.as(:nth))
    end

    def overall(full)
      full.get([Sequel.function(:count).*.as(:released), returned.as(:returned)])
        .then { |released, returned| { released:, returned: } }
    end

    def returned = Sequel.function(:count).*.filter(Sequel.lit("back_days <= 365"))

    # A row a fish and treatment that was recorded of it.
    def unpivoted(rows)
      values = TREATED.keys.map { |name| "('#{name}', #{name})" }.join(", ")
      rows.cross_join(Sequel.lit("lateral (values #{values}) as done (treatment, treated)"))
        .exclude(treated: nil)
    end

    def both_ways(rows, fish, strata)
      counted(unpivoted(rows), fish, strata) do |grouped|
        grouped.having(Sequel.lit("bool_or(treated) and not bool_and(treated)"))
      end
    end

    def cells(full, fish, treatment)
      counted(unpivoted(full).where(treatment: treatment.to_s), fish, BY_TAGGER)
    end

    def counted(rows, fish, strata)
      rows = rows.group(:treatment, *strata)
      rows = yield rows if block_given?
      treated, others = "treated", "not treated"
      rows.with(:fish_treated, fish).select(
        :treatment, *strata, *[treated, others].flat_map.with_index do |arm, other|
          [count("#{arm} and back_days <= 365").as(COUNTS[2 * other]),
            count(arm).as(COUNTS[(2 * other) + 1])]
        end,
        count("treated and back_days < #{LIVED_DAYS}").as(:early),
        count("not treated and back_days < #{LIVED_DAYS}").as(:other_early)
      ).map { |row| { **row, treatment: row[:treatment].to_sym } }
    end

    def count(condition) = Sequel.function(:count).*.filter(Sequel.lit(condition))

    def weeks(fish)
      back = Sequel.lit("coalesce(back_days <= 365, false)")
      weeks = Sequel.lit("least(days / 7, #{MOST_WEEKS})")
      stratum = Sequel.function(:concat_ws, " ", *STRATA)
      unpivoted(@db[:fish_treated]).with(:fish_treated, fish)
        .group(:treatment, :treated, stratum, weeks, back)
        .select(:treatment, :treated, stratum.as(:stratum), weeks.as(:weeks), back.as(:returned),
          Sequel.function(:count).*.as(:fish))
        .map { |row| { **row, treatment: row[:treatment].to_sym } }
    end

    def together(fish)
      done = TREATED.keys.map { |name| Sequel.cast(name, String).as(name) }
      keys = [*STRATA, *TREATED.keys]
      years = Sequel.function(:sum, Sequel.cast(Sequel.function(:greatest, :days, 1), Float) / 365)
      @db[:fish_treated].with(:fish_treated, fish).group(*keys)
        .select(*STRATA, *done, Sequel.function(:count).*.as(:released),
          returned.as(:returned), years.as(:years)).all
    end
  end
end
