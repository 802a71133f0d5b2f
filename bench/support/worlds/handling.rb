# frozen_string_literal: true

module Worlds
  # Programmes of which every fish is simulated, with what was done to it and when it came back.
  # Nothing that is compared has an effect unless a world says so; what a world breaks is in its
  # name. Rows are grouped as Store::Treated groups them.
  class Handling
    TODAY = Date.new(2026, 6, 30)
    YEARS = 5
    KEYS = Core::Answers::Treatments::ALL.map(&:key)
    Fish = Struct.new(:species, :on, :length_mm, :tagger, :done, :back_days)

    WORLDS = {
      "null programme" => :null, "deep hooks get rarer" => :drift,
      "large fish hooked deeper, warm seasons, careful taggers" => :confounded,
      "deep hooks cost fish, practice drifts" => :effect,
      "careful taggers, deep hooks cost fish" => :careful_effect,
      "trips share their luck" => :clumped
    }.freeze

    def self.checks(world, seed) = new(world, seed).checks

    def initialize(world, seed)
      @world, @chance = WORLDS.fetch(world), Chance.new(seed)
      @care = Array.new(12) { @chance.between(-1, 1) }
    end

    def checks
      fish = Array.new(4000) { a_fish }
      answers = Core::Answers::HandlingAnswers.of(Groups.new(fish, TODAY).to_h)
      forest = answers.first
      statement = answers.drop(1).flat_map { |answer| of_answer(answer) }
      [*statement, Check.new(about: "any named without effect", kind: :claim,
        claimed: forest.rows.any? { |label, *, beyond| beyond == "yes" && !acts?(label) })]
    end

    private

    def effects
      { effect: { hook: 0.7 }, careful_effect: { hook: 0.7, air: 0.8 } }.fetch(@world, {})
    end

    def acts?(label) = effects.keys.any? { |key| label.start_with?(title(key)) }
    def title(key) = Core::Answers::Treatments::ALL.find { |row| row.key == key }.name

    def of_answer(answer)
      key = answer.key.delete_prefix("returns_").to_sym
      return [] if answer.sentence.nil?

      _, low, high = answer.sentence.match(/([\d.]+) times as often \(([\d.]+) to ([\d.]+)\)/)
        .captures.map(&:to_f)
      truth = effects.fetch(key, 1.0)
      [Check.new(about: "ratio of #{truth == 1 ? 'no effect' : 'an effect'}", kind: :interval,
        low:, high:, truth:)]
    end

    def a_fish
      on = TODAY - @chance.whole(1, YEARS * 365)
      year = (TODAY - on).to_i / 365.0
      species, length = @chance.whole(0, 2), 250 + (350 * @chance.share)
      tagger = @chance.whole(0, @care.size - 1)
      done = KEYS.to_h { |key| [key, @chance.happens?(share(key, year, length, tagger, on))] }
      Fish.new(species, on, length.round, tagger, done, back(on, species, length, tagger, done))
    end

    # The share of fish to which it is done.
    def share(key, year, length, tagger, on)
      case @world
      when :drift, :effect then drifting(key, year)
      when :confounded, :careful_effect
        { hook: 0.1 + ((length - 250) / 1000), warmth: warm(on) * 0.8,
          air: 0.3 - (0.25 * @care[tagger]) }.fetch(key, 0.25)
      else 0.25
      end
    end

    def drifting(key, year) = { hook: 0.05 + (0.08 * year), air: 0.4 - (0.06 * year) }[key] || 0.25
    def warm(on) = on.month.between?(6, 8) ? 1.0 : 0.1

    # Days until it is seen again, nil for never.
    def back(on, species, length, tagger, done)
      lives = effects.reduce(1.0) { |share, (key, effect)| done[key] ? share * effect : share }
      return nil unless @chance.happens?(lives)

      rate = [0.10, 0.14, 0.2][species] * seen_more(on, length, tagger)
      days = (@chance.wait(rate + 0.35) * 365).floor
      days if @chance.happens?(rate / (rate + 0.35)) && on + days < TODAY
    end

    def seen_more(on, length, tagger)
      case @world
      when :confounded, :careful_effect
        (1 + ((length - 250) / 350)) * (1.2 - (0.4 * warm(on))) * Math.exp(0.4 * @care[tagger])
      when :drift, :effect then 1.6 - (0.2 * ((TODAY - on).to_i / 365.0))
      when :clumped then trip_luck(on, tagger)
      else 1.0
      end
    end

    def trip_luck(on, tagger)
      @luck ||= Hash.new { |hash, key| hash[key] = Math.exp(0.8 * @chance.normal) }
      @luck[[on.cweek, on.year, tagger]]
    end

    # The rows of Store::Treated, from single fish.
    class Groups
      LIVED = Core::Answers::TreatmentComparison::LIVED_DAYS

      def initialize(fish, today)
        @fish, @today = fish, today
        @full = fish.select { |entry| today - entry.on >= 365 }
      end

      def to_h
        {
          overall: { released: @full.size, returned: @full.count { |fish| back?(fish) } },
          totals: counted { [] }, by_tagger: both { |fish| [*stratum(fish), fish.tagger] },
          by_season: both { |fish| stratum(fish) },
          cells: ->(key) { cells.select { |row| row[:treatment] == key } },
          weeks:, together:
        }
      end

      private

      def stratum(fish) = [fish.species, fish.on.year, fish.on.month, fish.length_mm / 50]
      def back?(fish) = fish.back_days && fish.back_days <= 365

      def counted(&by)
        KEYS.flat_map do |key|
          @full.group_by(&by).map { |values, here| row(key, values, here) }
        end
      end

      def row(key, values, here)
        arms = here.partition { |fish| fish.done[key] }
        counts = arms.flat_map { |arm| [arm.count { |fish| back?(fish) }, arm.size] }
        early = arms.map { |arm| arm.count { |fish| fish.back_days && fish.back_days < LIVED } }
        { treatment: key, early: early[0], other_early: early[1],
          **Core::Answers::TreatmentComparison::COUNTS.zip(counts).to_h,
          **%i[species_code year month length_class member_id].zip(values).to_h }
      end

      def both(&)
        counted(&).select { |row| row[:released].positive? && row[:other_released].positive? }
      end

      def cells = @cells ||= counted { |fish| [*stratum(fish), fish.tagger.to_s] }

      def weeks
        KEYS.flat_map do |key|
          @fish.group_by { |fish| [fish.done[key], stratum(fish), week(fish), !back?(fish).nil?] }
            .map do |(treated, stratum, weeks, _), here|
              { treatment: key, treated:, stratum:, weeks:, returned: back?(here[0]),
                fish: here.size }
            end
        end
      end

      def week(fish) = [(fish.back_days || (@today - fish.on).to_i) / 7, 52].min

      def together
        @fish.group_by { |fish| [*stratum(fish), *KEYS.map { |key| fish.done[key].to_s }] }
          .map do |values, here|
            days = here.sum { |fish| (fish.back_days || (@today - fish.on).to_i).clamp(1, 365) }
            { **[:species_code, :year, :month, :length_class, *KEYS].zip(values).to_h,
              released: here.size, returned: here.count do |fish|
                back?(fish)
              end, years: days / 365.0 }
          end
      end
    end
  end
end
