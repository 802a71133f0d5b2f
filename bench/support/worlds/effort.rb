# frozen_string_literal: true

module Worlds
  # Trips of anglers who are not alike.
  class Effort
    WORLDS = {
      "anglers are unlike" => { unlike: 0.6 },
      "trips are clumped, anglers unlike" => { unlike: 0.5, clumped: 1.0 },
      "six anglers" => { unlike: 0.5, anglers: 6 },
      "one angler" => { unlike: 0.0, anglers: 1, trips: 60, clumped: 0.8 },
      "other anglers each year" => { unlike: 0.6, others: true },
      "a year without a fish" => { unlike: 0.4, blank: true }
    }.freeze
    RATE = 0.4

    def self.checks(world, seed) = new(WORLDS.fetch(world), seed).checks

    def initialize(world, seed)
      @world = { anglers: 25, trips: 240, clumped: 0.0, **world }
      @chance = Chance.new(seed)
      @hand = Hash.new { |hash, key| hash[key] = luck(@world[:unlike]) }
      @hours = Hash.new { |hash, key| hash[key] = 1 + (4 * @chance.share) }
    end

    def checks
      all, years = Core::Answers::EffortAnswers.of(Array.new(@world[:trips]) { trip }, untold: 0)
      [*rate(all), *ratio(years)]
    end

    private

    def luck(spread) = Math.exp((spread * @chance.normal) - ((spread**2) / 2))

    def trip
      year = 2024 + @chance.whole(0, 1)
      angler = @chance.whole(1, @world[:anglers])
      angler = [angler, year] if @world[:others]
      rod_hours = @hours[angler] + (3 * @chance.share)
      rate = RATE * @hand[angler] * luck(@world[:clumped])
      rate = 0.0 if @world[:blank] && year == 2025
      { year:, month: 5 + @chance.whole(0, 2), water: "Marrow Sound", spot: @chance.whole(0, 3),
        angler:, rod_hours:, fish: @chance.poisson(rate * rod_hours) }
    end

    def rate(answer)
      return [] if @world[:blank] || answer.sentence.nil?

      low, high = answer.sentence.match(/\(([\d.]+) to ([\d.]+)\)/).captures.map(&:to_f)
      [Check.new(about: "fish in ten rod hours", kind: :interval, low: low - 0.05,
        high: high + 0.05, truth: 10 * RATE)]
    end

    def ratio(answer)
      return [] if answer.sentence.nil?

      _, _, low, high = answer.rows.last
      [Check.new(about: "year against year", kind: :interval, low:, high:,
        truth: @world[:blank] ? 0.0 : 1.0)]
    end
  end
end
