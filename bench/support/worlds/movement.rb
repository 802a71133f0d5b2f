# frozen_string_literal: true

module Worlds
  # Fish that keep to a home range or spread, and people who see them where they fish.
  class Movement
    WORLDS = {
      "home range" => { home_km: 2.4, fills_days: 25 },
      "spread" => { km_per_root_day: 0.55 },
      "half stay, half spread" => { home_km: 2.0, fills_days: 20, km_per_root_day: 0.8 },
      "few fish keep a home range" => { home_km: 2.4, fills_days: 25, fish: 45 },
      "people fish near where they tag" => { km_per_root_day: 0.8, seen_within_km: 8.0 },
      "fish seen soon, home range fills slowly" => { home_km: 12.0, fills_days: 300,
                                                     mean_days: 120 }
    }.freeze

    def self.checks(world, seed) = new(WORLDS.fetch(world), seed).checks

    def initialize(world, seed)
      @world, @chance = { fish: 200, mean_days: 300, **world }, Chance.new(seed)
    end

    def checks
      rows = Array.new(@world[:fish]) { row }
      reach, distance = Core::Answers::MovementAnswers.of(rows).first(2)
      [*reach_check(reach), *distance_checks(distance)]
    end

    private

    def row
      days = [@chance.wait(1.0 / @world[:mean_days]).floor, 1].max
      km = seen_km(days)
      { days:, km:, story_key: "k", from_lat: 55.0, from_lon: -4.0, to_lat: 55.0 + (km / 111.2),
        to_lon: -4.0 }
    end

    # Only where people fish is it seen; a place is known to a few hundred metres.
    def seen_km(days)
      loop do
        km = true_km(days)
        return (km + (0.2 * @chance.normal)).abs if @chance.happens?(effort(km))
      end
    end

    def effort(km) = @world[:seen_within_km] ? Math.exp(-km / @world[:seen_within_km]) : 1.0

    def true_km(days)
      both = @world[:home_km] && @world[:km_per_root_day]
      stays = both ? @chance.happens?(0.5) : @world[:home_km]
      scale = stays ? home(days) : @world[:km_per_root_day] * Math.sqrt(days)
      Math.hypot(scale * @chance.normal, scale * @chance.normal)
    end

    def home(days)
      @world[:home_km] / Math.sqrt(2 * Math.log(2)) *
        Math.sqrt(1 - Math.exp(-days / @world[:fills_days].to_f))
    end

    # The middle distance of many more fish that are seen after about so many days.
    def middle_km(days)
      km = []
      while km.size < 3000
        fish = row
        km << fish[:km] if days.cover?(fish[:days])
      end
      km.sort[1500]
    end

    def reach_check(answer)
      return [] if answer.sentence.nil?

      limits = answer.sentence.match(/% \((\d+) to (\d+)\) were within 5 km/).captures
      low, high = limits.map(&:to_f)
      near = Array.new(4000) { row }.count { |fish| fish[:km] <= 5 }
      [Check.new(about: "within 5 km, of those seen", kind: :interval, low: low - 0.5,
        high: high + 0.5, truth: near / 40.0)]
    end

    def distance_checks(answer)
      return [] if answer.sentence.nil?

      from, to, low, high = answer.sentence
        .match(/after (\d+) to (\d+) days.*\(([\d.]+) to ([\d.]+)\) km/).captures.map(&:to_f)
      [Check.new(about: "middle distance", kind: :interval, low: low - 0.05, high: high + 0.05,
        truth: middle_km(from..to)),
        Check.new(about: "levels off or not", kind: :claim, claimed: wrong?(answer.sentence))]
    end

    def wrong?(answer)
      spreads, levels = answer.include?("square root"), answer.include?("distance levels off, as")
      return spreads if @world[:seen_within_km]
      return spreads || levels if @world[:home_km] && @world[:km_per_root_day]

      @world[:home_km] ? spreads : levels
    end
  end
end
