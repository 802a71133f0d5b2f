# frozen_string_literal: true

module Store
  # What Water asks of all catches, grouped by SQL as far as it can be.
  #
  #   filter: as CatchFilter has it, of the releases
  class Water
    include CatchFilter

    def initialize(db) = @db = db

    # [{ fish_id:, story_key:, species_code:, l1_mm:, how1:, sd1_mm:, l2_mm:, how2:, sd2_mm:,
    # years:, season: share of the year that was over at the first }]: measured when tagged and
    # again at least so many days later, in one kind of length.
    def increments(filter, least_days: 30)
      last = later.exclude(length_mm: nil).distinct(:fish_id)
        .order(:fish_id, Sequel.desc(:caught_on)).as(:last)
      days = Sequel[:last][:caught_on] - Sequel[:first][:caught_on]
      rows = first(filter)
        .join(last, fish_id: :fish_id, length_kind: Sequel[:first][:length_kind])
        .join(:fish, id: Sequel[:first][:fish_id])
        .where { days >= least_days }
        .order(Sequel[:first][:fish_id])
        .select(
          Sequel[:first][:fish_id], :story_key, Sequel[:first][:species_code],
          Sequel[:first][:length_mm].as(:l1_mm), Sequel[:first][:length_how].as(:how1),
          Sequel[:first][:length_sd_mm].as(:sd1_mm), Sequel[:last][:length_mm].as(:l2_mm),
          Sequel[:last][:length_how].as(:how2), Sequel[:last][:length_sd_mm].as(:sd2_mm),
          (Sequel.cast(days, Float) / 365.25).as(:years),
          Sequel.lit("extract(doy from first.caught_on)::float / 365.25").as(:season)
        )
      by_fish { rows.all }
    end

    # [{ fish_id:, story_key:, days:, km:, from_lat:, from_lon:, to_lat:, to_lon: }]: from where it
    # was tagged to where it was caught last; km by water. newest: of so many caught last, nil for
    # all.
    def moves(filter, newest: nil)
      last = later.exclude(lat_deg: nil).distinct(:fish_id)
        .order(:fish_id, Sequel.desc(:caught_on)).as(:last)
      rows = first(filter)
        .join(last, fish_id: :fish_id)
        .join(:fish, id: Sequel[:first][:fish_id])
        .join(:spans, fish_id: Sequel[:first][:fish_id])
        .exclude(distance_m: nil)
        .order(*(Sequel.desc(Sequel[:last][:caught_on]) if newest), Sequel[:first][:fish_id])
        .limit(newest)
        .select(
          Sequel[:first][:fish_id], :story_key, :days, (Sequel[:distance_m] / 1000).as(:km),
          Sequel[:first][:lat_deg].as(:from_lat), Sequel[:first][:lon_deg].as(:from_lon),
          Sequel[:last][:lat_deg].as(:to_lat), Sequel[:last][:lon_deg].as(:to_lon)
        )
      by_fish { rows.all }
    end

    # Fish that got two tags at once: [{ years:, tags_left: 1 | 2, examined: whether a member
    # looked at it, tag_type:, applicator:, tagger: of the tags }] at their first return.
    def double_tagged(filter)
      again = later.distinct(:fish_id).order(:fish_id, :caught_on)
        .select(:fish_id, :caught_on, :numbers, :encounter_id).as(:again)
      rows = @db[:encounters].join(pairs_of_tags.as(:two), encounter_id: :id)
        .join(again, fish_id: Sequel[:two][:fish_id])
        .join(:members, id: Sequel[:encounters][:member_id])
      filtered(rows, filter, Sequel[:encounters])
        .select(
          (Sequel.cast(Sequel[:again][:caught_on] - Sequel[:encounters][:caught_on],
            Float) / 365.25)
            .as(:years),
          Sequel.lit("(select count(*) from unnest(again.numbers) n where n = any(two.put))::int")
            .as(:tags_left),
          Sequel.~(Sequel[:again][:encounter_id] => nil).as(:examined),
          :tag_type, :applicator, Sequel[:members][:name].as(:tagger)
        ).order(1, 2).all
        .select { |row| row[:tags_left].between?(1, 2) && row[:years].positive? }
    end

    # { month 1..12 => catches }
    def catches_by_month
      month = Sequel.cast(Sequel.function(:date_part, "month", :caught_on), Integer)
      @db[:catches].group(month).select_hash(month.as(:month), Sequel.function(:count).*.as(:fish))
    end

    # Whole seasons of the programme: { rows: [{ season:, next_season: Integer | nil, newly: whether
    # it was tagged in that season, fish: }], fish alive after a season by the season in which they
    # were seen next; double_share: of fish with two tags }.
    #   season: Core::Answers::Season
    def seasons(filter, season:, today:)
      year = in_season(season)
      seen = @db[:catches].where(year < season.year_of(today))
      seen = seen.where(fish_id: first(filter).select(Sequel[:first][:fish_id])) if filter.any?
      seen = seen.group(:fish_id, year)
        .select(:fish_id, year.as(:season),
          Sequel.function(:bool_or, Sequel.lit("kind = 'tagged'")).as(:newly),
          Sequel.function(:bool_and, Sequel.lit("fate = 'released'")).as(:alive))
      following = Sequel.function(:lead, :season)
        .over(partition: :fish_id, order: :season).as(:next_season)
      pairs = @db.from(seen.as(:seen)).select(:season, :newly, :alive, following)
      rows = @db.from(pairs.as(:pairs)).where(:alive).group(:season, :next_season, :newly)
        .select(:season, :next_season, :newly, Sequel.function(:count).*.as(:fish))
        .order(:season, :next_season, :newly).all
      { rows:, double_share: double_share }
    end

    # By whole years since the tagging, from the first: [{ kept: in that year, over: not known to be
    # kept, of fish tagged just so many whole years ago }]; of fish tagged a year ago or longer.
    def taken(filter, today:)
      kept = later.where(fate: "kept").group(:fish_id)
        .select(:fish_id, Sequel.function(:min, :caught_on).as(:kept_on))
      let_go = Sequel[:first][:caught_on]
      followed = whole_years(Sequel.cast(today, Date) - let_go)
      rows = first(filter).left_join(kept.as(:kept), fish_id: Sequel[:first][:fish_id])
        .where(followed >= 1)
        .select(followed.as(:followed), whole_years(Sequel[:kept_on] - let_go).as(:year))
        .from_self.group(:followed, :year)
        .select(:followed, :year, Sequel.function(:count).*.as(:fish))
      by_year(by_fish { rows.all })
    end

    # Fish of the newest year in each closed water under this filter: [{ water:, species_code:,
    # year:, on:, fish_id:, is_tagged: }]
    def visited(filter)
      rows = @db[:encounters].join(:spots, code: :spot_code).join(:waters, code: :water_code)
        .where(Sequel[:waters][:kind] => CLOSED)
      rows = rows.where(Sequel[:spots][:water_code] => filter[:water]) if filter[:water]
      rows = filtered(rows, filter.except(:water), Sequel[:encounters])
      year = Sequel.lit("extract(year from caught_on)::int")
      newest = rows.group(:water_code).select(:water_code, Sequel.function(:max, year).as(:year))
      rows.join(newest.as(:newest), water_code: Sequel[:spots][:water_code], year:)
        .order(:caught_on, Sequel[:encounters][:id])
        .select(
          Sequel[:waters][:name].as(:water), Sequel[:encounters][:species_code],
          Sequel[:newest][:year], :caught_on, :fish_id, Sequel[:encounters][:kind]
        ).map { |row| visited_row(row) }
    end

    CLOSED = "fresh"

    # { tagged:, returned:, kept: } of releases, each fish once
    def fates(filter)
      again = later.group(:fish_id)
        .select(:fish_id, Sequel.function(:bool_or, Sequel.lit("fate = 'kept'")).as(:is_kept))
      count = Sequel.function(:count).*
      rows = first(filter).left_join(again.as(:again), fish_id: Sequel[:first][:fish_id])
      counts = [
        count.as(:tagged), Sequel.function(:count, Sequel[:again][:fish_id]).as(:returned),
        count.filter(:is_kept).as(:kept)
      ]
      %i[tagged returned kept].zip(by_fish { rows.get(counts) }).to_h
    end

    # [{ species_code:, length_kind:, season:, from_mm:, fish: }] in classes of so many mm
    def lengths(filter, class_mm: 20)
      start = (Sequel[:length_mm] / class_mm) * class_mm
      filtered(@db[:encounters].exclude(length_mm: nil), filter, Sequel[:encounters])
        .group(:species_code, :length_kind, start)
        .select(
          :species_code,
          :length_kind,
          start.as(:from_mm),
          Sequel.function(:count).*.as(:fish)
        )
        .order(:species_code, :length_kind, :from_mm)
        .all
    end

    # [{ length_cm:, weight_g:, month:, scarred: }] of fish that a scale weighed
    def weighed(filter)
      filtered(
        @db[:encounters].where(weight_how: "scale").exclude(length_mm: nil),
        filter,
        Sequel[:encounters]
      )
        .order(:id)
        .select(
          (Sequel.cast(:length_mm, Float) / 10).as(:length_cm),
          :weight_g,
          Sequel.lit("extract(month from caught_on)::int").as(:month),
          Sequel.lit("'old_hook_scar' = any(marks)").as(:scarred)
        )
        .all
    end

    # Trips that told how long they fished, with all that they caught of the species asked for:
    # [{ year:, month:, water:, spot:, angler:, rod_hours: Float, fish: }]
    def efforts(filter)
      caught = @db[:encounters].group(:trip_id)
        .select(:trip_id, Sequel.function(:count).*.as(:fish))
      caught = caught.where(species_code: filter[:species]) if filter[:species]
      effort = trips(filter).exclude(rods: nil).order(:held_on, Sequel[:trips][:id])
      effort.left_join(caught.as(:caught), trip_id: Sequel[:trips][:id]).select(
        Sequel.lit("extract(year from held_on)::int").as(:year),
        Sequel.lit("extract(month from held_on)::int").as(:month),
        Sequel[:waters][:name].as(:water), Sequel[:spots][:code].as(:spot),
        Sequel[:trips][:member_id].as(:angler),
        Sequel.cast(Sequel[:fished_hours] * Sequel[:rods], Float).as(:rod_hours),
        Sequel.cast(Sequel.function(:coalesce, Sequel[:caught][:fish], 0), Integer).as(:fish)
      ).all
    end

    # Trips with fish that did not say how long they fished.
    def untold(filter)
      trips(filter).where(rods: nil)
        .where(Sequel[:trips][:id] => @db[:encounters].select(:trip_id)).count
    end

    # { lag_days: [low, middle, high], reports:, alone:, letter_hours:, unsubmitted:, asleep:,
    # pouch:, no_length:, no_place:, no_hook:, records:, finders:, again: }
    def health(today:)
      quartiles = Sequel.function(:percentile_cont, Sequel.lit("array[0.25, 0.5, 0.75]"))
      reports = @db[:reports].where(encounter_id: nil)
      lag = reports.exclude(caught_on: nil)
        .get(quartiles.within_group(Sequel.lit("sent_at::date - caught_on")))
      matched = reports.where(state: "matched")
      finders = reports.exclude(finder_contact: nil).group_and_count(:finder_contact).all
      records = @db[:encounters]
      {
        lag_days: lag&.to_a, reports: reports.count, matched: matched.count,
        alone: matched.exclude(id: @db[:decisions].select(:report_id)).count,
        unsubmitted: @db[:trips].exclude(state: "submitted").where { held_on < today - 14 }
          .where(id: records.select(:trip_id)).count,
        asleep: asleep(today), records: records.count,
        no_length: records.where(length_mm: nil).count,
        no_place: records.where(lat_deg: nil).count,
        no_hook: records.where(hook_place: nil).count,
        finders: finders.size, again: finders.count { |finder| finder[:count] > 1 }
      }
    end

    # Fish let go under this filter, those caught again first, then the newest: [{ story_key:,
    # species_code:, released_on:, length_mm:, member_id:, caught: how often since }]
    def fish(filter, limit:)
      again = later.group(:fish_id).select(:fish_id, Sequel.function(:count).*.as(:times))
      caught = Sequel.function(:coalesce, :times, 0)
      first(filter).join(:fish, id: Sequel[:first][:fish_id])
        .left_join(again.as(:again), fish_id: Sequel[:first][:fish_id])
        .order(Sequel.desc(caught), Sequel.desc(Sequel[:first][:caught_on]), :story_key)
        .limit(limit)
        .select(
          :story_key, Sequel[:first][:species_code], Sequel[:first][:caught_on].as(:released_on),
          Sequel[:first][:length_mm], Sequel[:first][:length_kind], caught.as(:caught)
        ).all
    end

    # What there is to choose from: { species: [{ code:, name: }], waters: [{ code:, name: }] }, of
    # species that were let go with a tag.
    def choices
      tagged = @db[:fish].select(:species_code)
      name = Sequel[:common_name].as(:name)
      {
        species: @db[:species].where(code: tagged).order(:common_name).select(:code, name).all,
        waters: @db[:waters].order(:name).select(:code, :name).all
      }
    end

    # [{ id:, name: }] who have let a fish go with a tag
    def taggers
      @db[:members].where(id: @db[:encounters].where(kind: "tagged").select(:member_id))
        .order(:name).select(:id, :name).all
    end

    private

    # PostgreSQL cannot know how many fish stand in a list that it makes itself, takes it for 200,
    # and would hold each of them against each of another list: at 100,000 fish for 49 s. By their
    # sums it takes a second.
    def by_fish
      @db.transaction(savepoint: true) do
        @db.run("set local enable_nestloop = off")
        yield.tap { @db.run("set local enable_nestloop = on") }
      end
    end

    def trips(filter)
      rows = @db[:trips].join(:spots, code: :spot_code).join(:waters, code: :water_code)
      rows = rows.where(Sequel[:spots][:water_code] => filter[:water]) if filter[:water]
      rows = rows.where(member_id: filter[:member_id]) if filter[:member_id]
      rows = rows.where { held_on >= filter[:from] } if filter[:from]
      rows = Area.within(rows, filter, Sequel[:spots][:lat_deg], Sequel[:spots][:lon_deg])
      filter[:to] ? rows.where { held_on <= filter[:to] } : rows
    end

    # Catches with two tags put in, of fish that came back:
    # [{ encounter_id, fish_id, put, tag_type, applicator }]
    def pairs_of_tags
      pairs = @db[:taggings].where(fish_id: later.select(:fish_id))
        .group(:encounter_id, :fish_id).having { count.function.* > 1 }
        .select(:encounter_id, :fish_id, Sequel.function(:array_agg, :tag_number).as(:put))
      @db.from(pairs.as(:pairs)).join(:tags, number: Sequel.lit("put[1]"))
        .join(:tag_series, id: :series_id)
        .select(:encounter_id, :fish_id, :put, :tag_type, :applicator)
    end

    def double_share
      put = @db[:taggings].group(:encounter_id).select(Sequel.function(:count).*.as(:tags))
      count = Sequel.function(:count).*
      two, all = @db.from(put).get([count.filter(Sequel[:tags] > 1).as(:two), count.as(:all)])
      all.zero? ? 0.0 : two / all.to_f
    end

    # The year in which the season of a catch began.
    def in_season(season)
      Sequel.cast(
        Sequel.function(:date_part, "year", Sequel[:caught_on] - season.shift_days), Integer
      )
    end

    def whole_years(days) = Sequel.cast(Sequel.function(:div, days, 365), Integer)

    # A fish kept in a year that is not over for it yet counts as not kept.
    def by_year(rows)
      most = rows.map { |row| row[:followed] }.max.to_i
      rows.each { |row| row[:year] = nil if row[:year] && row[:year] >= row[:followed] }
      (0...most).map do |year|
        { kept: rows.sum { |row| row[:year] == year ? row[:fish] : 0 },
          over: rows.sum { |row| row[:year].nil? && row[:followed] == year + 1 ? row[:fish] : 0 } }
      end
    end

    # Catches after the release.
    def later = @db[:catches].exclude(kind: "tagged")

    # Releases with a tag that the filter leaves in.
    def first(filter)
      rows = @db[:catches].where(kind: "tagged").distinct(:fish_id).order(:fish_id, :caught_on)
      @db.from(filtered(rows, filter, Sequel[:catches]).as(:first))
    end

    def visited_row(row)
      row.slice(:water, :species_code, :year, :fish_id)
        .merge(on: row[:caught_on], is_tagged: row[:kind] == "tagged")
    end

    # Members with tags in the pouch and no release for a year.
    def asleep(today)
      active =
        @db[:encounters].where(kind: "tagged").where { caught_on > today - 365 }.select(:member_id)
      @db[:tags].where(state: "in_pouch").exclude(holder_id: active).exclude(holder_id: nil)
        .select(:holder_id).distinct.count
    end
  end
end
