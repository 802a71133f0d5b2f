# frozen_string_literal: true

module Worlds
  # Fish that grow by small steps of their own curve, measured twice.
  class Growth
    K, LINF = 0.24, 700.0
    WORLDS = {
      "fish are alike" => { own: 0.03 },
      "each fish has a length of its own" => { own: 0.10 },
      "growth stops in winter" => { own: 0.05, swing: 0.9 },
      "guesses heap at 5 cm" => { own: 0.06, guessed: 0.4 },
      "rows are spoiled" => { own: 0.06, spoiled: 0.06 },
      "few fish" => { own: 0.08, fish: 70 }
    }.freeze

    # Many more fish of such a world, by how far they differ.
    def self.populations = @populations ||= {}

    def self.checks(world, seed) = new(WORLDS.fetch(world), seed).checks

    def initialize(world, seed)
      @world = { fish: 240, swing: 0.0, guessed: 0.0, spoiled: 0.0, **world }
      @chance = Chance.new(seed)
    end

    def checks
      fits = Core::Answers::GrowthAnswer.fit(Array.new(@world[:fish]) { row })
      return [] if fits.none?

      [*fits.yearly.filter_map { |mm, answer| answer && yearly(mm, answer) }, *own(fits.individual),
        *season(fits)]
    end

    private

    def a_fish
      own = LINF * (1 + (@world[:own] * @chance.normal))
      age = 0.8 + ((@chance.share**1.5) * 6)
      [own, own * (1 - Math.exp(-K * age))]
    end

    # The clock of growth, which runs faster in summer.
    def clock(year)
      year + (@world[:swing] * Math.sin(2 * Math::PI * (year - 0.5)) / (2 * Math::PI))
    end

    def grown(own, first, start, years)
      first + ((own - first) * (1 - Math.exp(-K * (clock(start + years) - clock(start)))))
    end

    def row
      own, first = a_fish
      season, years = 0.3 + (0.5 * @chance.share), 0.1 + (2.4 * @chance.share)
      second = grown(own, first, season, years)
      second += @chance.between(-150, 150) if @chance.happens?(@world[:spoiled])
      how1, l1_mm = measured(first)
      how2, l2_mm = measured(second)
      { l1_mm:, how1:, sd1_mm: nil, l2_mm:, how2:, sd2_mm: nil, years:, season:, story_key: "k" }
    end

    # Guesses stand at whole 5 cm, boards tell millimetres.
    def measured(mm)
      if @chance.happens?(@world[:guessed])
        sd = Core::Fish::Length.new(mm: 500, kind: nil, how: "guess", sd_mm: nil).sd_mm
        return ["guess", ((mm + (sd * @chance.normal)) / 50).round * 50]
      end

      ["board", (mm + (3 * @chance.normal)).round]
    end

    # Growth in a year of fish that are of this length when they are tagged.
    def truth(mm)
      near = population.select { |_, first| (first - mm).abs < 10 }
      near.sum { |own, first| (own - first) * (1 - Math.exp(-K)) } / near.size
    end

    def population
      self.class.populations[@world[:own]] ||= Array.new(60_000) { a_fish }
    end

    def yearly(mm, answer)
      Check.new(about: "growth in a year", kind: :interval, low: answer.low - 0.5,
        high: answer.high + 0.5, truth: truth(mm))
    end

    def own(individual)
      return [] if individual.is_a?(String)

      [["K", individual.k, K], ["length that they grow to", individual.linf_mm, LINF]]
        .map do |about, answer, truth|
          Check.new(about:, kind: :interval, low: answer.low, high: answer.high, truth:)
        end
    end

    def season(fits)
      answer = fits.seasonal.is_a?(Core::Estimates::SeasonalGrowth::Fit) && fits.seasonal.better?
      return [] unless @world[:swing].zero?

      [Check.new(about: "a season where there is none", kind: :claim, claimed: answer)]
    end
  end
end
