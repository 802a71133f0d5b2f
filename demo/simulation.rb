# frozen_string_literal: true

module Demo
  # Lives of individual fish in the sound, from a seed: caught, treated, tagged, growing, moving,
  # shedding tags, dying, caught again. The same seed and day give the same data.
  #
  #   species: { code => Core::Fish::Species };  today: Date;  releases: how many tagged fish
  #
  # Yields one life at a time to #each_life:
  #   { species:, release: Handling, double:, again: [Handling, ...] }
  class Simulation
    SEASON_MONTHS = (4..10)
    SEASONS = 3
    # Ratio of a lift to the balanced budget of an average member with an average fish.
    USUAL_LIFT_SHARE = 0.75
    FISH_PER_OUTING = 6
    Outing = Struct.new(:date, :spot, :member, keyword_init: true)
    Handling =
      Struct.new(
        :date, :minute, :member, :spot, :lat_deg, :lon_deg, :length_mm, :how, :water_temp_c,
        :hook_place, :taps, :tags_left, :kept, :by_finder, keyword_init: true
      )

    def initialize(species:, today:, releases:, seed:, sound: Sound.new)
      @species = species
      @today = today
      @releases = releases
      @rng = Random.new(seed)
      @sound = sound
      @rules = Core::Protocol::HouseRules.default
      @days = season_days
    end

    def each_life
      return enum_for(:each_life) unless block_given?

      outings = Array.new([@releases / FISH_PER_OUTING, 1].max) { outing }
      Array
        .new(@releases) { outings[@rng.rand(outings.size)] }
        .sort_by(&:date)
        .each { |outing| yield life(outing) }
    end

    private

    def season_days
      last_year = @today.year
      years = ((last_year - SEASONS)..last_year).to_a
      days =
        years
          .flat_map do |year|
            (Date.new(year, SEASON_MONTHS.first, 1)..Date.new(year, SEASON_MONTHS.last, -1)).to_a
          end
          .select { |day| day < @today }
      # The three newest seasons that have begun.
      days.select { |day| days.map(&:year).uniq.last(SEASONS).include?(day.year) }
    end

    def outing
      spot = Sound::SPOTS[@rng.rand(Sound::SPOTS.size)]
      Outing.new(date: @days[@rng.rand(@days.size)], spot:, member: member_for(spot)).freeze
    end

    def life(outing)
      code =
        pick(
          Truth::SPECIES
            .select { |_, settings| settings[:waters].include?(outing.spot[:water_code]) }
            .transform_values { |settings| settings[:share] }
        )
      species = @species.fetch(code)
      linf =
        species.max_mm * Truth::SPECIES.fetch(code)[:linf_share] *
        (1 + (normal * Truth::GROWTH_SPREAD))
      length =
        (species.min_taggable_mm + ((linf - species.min_taggable_mm) * (@rng.rand**1.8) * 0.8))
      place = @sound.near(outing.spot, @rng)
      double = @rng.rand < Truth::SHARE_DOUBLE_TAGGED
      release =
        handling(
          species, length, place,
          date: outing.date, member: outing.member, spot: outing.spot, tags_left: double ? 2 : 1
        )
      { species:, release:, double:, again: again(species, release, linf, length, double) }
    end

    # Catches after release, until the fish dies, is kept, has shed its tags, or today comes.
    def again(species, release, linf, length, double)
      return [] if @rng.rand < death_share(species, release)

      lives_days = exponential(365.25 / Truth::NATURAL_DEATHS_PER_YEAR)
      shed =
        Array.new(double ? 2 : 1) do
          @rng.rand < Truth::TAGS_SHED_AT_ONCE ? 0 : exponential(365.25 / Truth::TAGS_SHED_PER_YEAR)
        end
      catches = []
      minute_at = 0
      place = [release.lat_deg, release.lon_deg]
      loop do
        minute_at += exponential(365.25 / Truth::CATCHES_PER_YEAR)
        date = release.date + minute_at.ceil
        break if date >= @today || minute_at > lives_days

        # A catch is told by its day, so the next one may seem a little before it.
        since = [minute_at - (catches.last ? (catches.last.date - release.date).to_i : 0), 0].max
        grown =
          linf -
          (
            (linf - length) *
              Math.exp(-Truth::SPECIES.fetch(species.code)[:k_per_year] * minute_at / 365.25)
          )
        place =
          @sound.swim(
            *place,
            Truth::SPECIES.fetch(species.code)[:km_per_root_day] * Math.sqrt(since) *
              (0.3 + @rng.rand),
            release.spot[:water_code],
            @rng
          )
        tags_left = shed.count { |days| days > minute_at }
        break if tags_left.zero?
        next if @rng.rand > Truth::SHARE_REPORTED

        by_finder = @rng.rand < 0.6
        kept = by_finder && @rng.rand < Truth::SHARE_KEPT_BY_FINDERS
        catches << handling(
          species, grown, place,
          date:, member: member_for(release.spot),
          spot: nearest_spot(place, release.spot[:water_code]), tags_left:, kept:, by_finder:
        )
        break if kept
      end
      catches
    end

    public

    # One fish in hand once.
    #   of: what is known of it before: date:, member:, spot:, tags_left:, and kept:, by_finder:
    def handling(species, length, place, **of)
      of = { kept: false, by_finder: false, **of }
      temp = Truth.water_temp_c(of[:spot][:water_code], of[:date], @rng)
      how =
        (
          if of[:by_finder]
            %w[tape tape estimate].sample(random: @rng)
          else
            %w[board board board tape].sample(random: @rng)
          end
        )
      error = normal * Core::Fish::Length::SD_MM_BY_METHOD.fetch(how)
      minute = (5 * 60) + @rng.rand(15 * 60)
      Handling.new(
        **of,
        minute:,
        lat_deg: place[0],
        lon_deg: place[1],
        length_mm: [(length + error).round, species.min_mm].max,
        how:,
        water_temp_c: temp,
        hook_place: pick(Truth::HOOK_PLACES),
        taps: taps(species, of[:member], length, temp)
      ).freeze
    end

    private

    # Seconds from fish on: [act, seconds]; a slow member takes longer over everything.
    def taps(species, member, length, temp)
      fight =
        Core::Handling::FightBudget.seconds(weight_g: species.weight_g_at(length)) *
        spread(0.8, 0.35)
      fight_left = 25 * spread(1.0, 0.5) * member[:skill]
      budget = usual_lift_seconds(species, length, temp)
      lift = [budget, 4].max * USUAL_LIFT_SHARE * member[:skill] * spread(1.0, 0.4)
      back = 12 * spread(1.0, 0.6)
      times = [0, fight, fight + fight_left, fight + fight_left + lift,
        fight + fight_left + lift + back]
      %w[fish_on in_net lifted back_in_water let_go].zip(times.map { |seconds| seconds.round(3) })
    end

    # What people in a hurry go by: heat and size, whatever the advice says.
    def usual_lift_seconds(species, length, temp)
      air = Core::Handling::AirBudget
      base = @rules.air_base_seconds(species.guild.air_class)
      size =
        (
          if length >= @rules.share(:large_from_percent) * species.large_mm
            @rules.share(:large_percent)
          else
            1.0
          end
        )
      air.one_lift_seconds(
        base,
        heat: air.heat(temp, species.warm_c, species.stop_c),
        fight: 1.0,
        size:
      )
    end

    def death_share(species, release)
      times = release.taps.to_h
      air = times["back_in_water"] - times["lifted"]
      budget = @rules.air_base_seconds(species.guild.air_class)
      share = Truth::HANDLING_DEATHS + Truth::DEATHS_BY_HOOK.fetch(release.hook_place, 0)
      share += Truth::DEATHS_PER_AIR_BUDGET_OVER * [(air / budget) - 1, 0].max
      share += Truth::DEATHS_WHEN_WARM if release.water_temp_c > species.warm_c
      share
    end

    # Each spot has its regulars.
    def member_for(spot)
      start = Sound::SPOTS.index(spot)
      People::MEMBERS[(start + [0, 1, 2, 3, 5].sample(random: @rng)) % People::MEMBERS.size]
    end

    def nearest_spot(place, water_code)
      Sound::SPOTS
        .select { |spot| spot[:water_code] == water_code }
        .min_by { |spot| Math.hypot(spot[:lat_deg] - place[0], (spot[:lon_deg] - place[1]) * 0.66) }
    end

    def pick(shares)
      left = @rng.rand * shares.values.sum
      shares.find { |_, share| (left -= share).negative? }&.first || shares.keys.last
    end

    # Source: Box and Muller (1958), Ann. Math. Statist. 29, 610-611.
    def normal = Math.sqrt(-2 * Math.log(1 - @rng.rand)) * Math.cos(2 * Math::PI * @rng.rand)

    def exponential(mean) = -mean * Math.log(1 - @rng.rand)

    # Never under a quarter of the middle: nobody nets a fish in no time.
    def spread(middle, share) = [middle * (1 + (normal * share)), middle * 0.25].max
  end
end
