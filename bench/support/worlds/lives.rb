# frozen_string_literal: true

module Worlds
  # Tagged fish day by day: they die, shed tags, are seen in the fishing months, and some that are
  # seen are kept. What a programme knows of it is grouped as Store::Water groups it. Truth is in
  # the rates, which no estimate is told.
  class Lives
    TODAY = Date.new(2026, 7, 20)
    RATES = {
      years: 6, fish: 4200, dies: 0.45, seen: 0.35, kept_share: 0.25, sheds: 0.15, at_once: 0.0,
      double: 0.3, months: (4..10).to_a, reported: 0.7, unlike: 0.0, one_of_two: 0.0, swings: 0.0
    }.freeze
    WORLDS = {
      "the season is not over" => {},
      "southern summer" => { months: [10, 11, 12, 1, 2, 3, 4] },
      "tags are shed fast, some at once" => { sheds: 0.35, at_once: 0.06 },
      "no second tags" => { double: 0.0 },
      "two types of tag" => { types: { "anchor" => 0.1, "dart" => 0.5 } },
      "fish are unlike to be seen" => { unlike: 0.9 },
      "finders tell one of two numbers" => { one_of_two: 0.35 },
      "survival swings from year to year" => { swings: 0.5 },
      "little is known" => { fish: 700 }
    }.freeze
    Life = Struct.new(:on, :tags, :type, :dies_on, :sheds_on, :rate)
    Sight = Struct.new(:fish, :on, :kept, :tags_left, :examined)

    def self.checks(world, seed) = new(WORLDS.fetch(world), seed).checks

    def initialize(world, seed)
      @world, @chance = { **RATES, **world }, Chance.new(seed)
      @year_deaths = Hash.new { |hash, year| hash[year] = yearly_deaths }
    end

    def checks
      @lives = Array.new(@world[:fish]) { a_life }.sort_by(&:on)
      @sights = @lives.flat_map { |life| sights(life) }
      answers = Core::Answers::TagAnswers.of(
        doubles:, seasons:, fates:, taken:, season:
      ).to_h { |answer| [answer.key, answer] }
      [*retention(answers["retention"]), *survival(answers["survival"], answers["retention"]),
        *exploitation(answers)]
    end

    private

    def season
      @season ||= Core::Answers::Season.of(nil, @lives.map { |life| life.on.month }.tally)
    end

    def yearly_deaths = @world[:dies] * Math.exp(@world[:swings] * @chance.normal)

    def a_life
      on = loop do
        day = TODAY - @chance.whole(1, @world[:years] * 365)
        break day if @world[:months].include?(day.month)
      end
      tags = @chance.happens?(@world[:double]) ? 2 : 1
      type = @world[:types] && @chance.pick(@world[:types].keys)
      spread = @world[:unlike]
      rate = @world[:seen] * 2 * Math.exp((spread * @chance.normal) - ((spread**2) / 2))
      Life.new(on, tags, type, death(on), Array.new(tags) { shed(on, type) }, rate)
    end

    # By the rate of each year; swinging ones are the fish's, not the season's.
    def death(on)
      day = on
      loop do
        days = @chance.wait(@year_deaths[season_of(day)]) * 365
        ends = Date.new(day.year + 1, 1, 1)
        return day + days.floor if day + days < ends
        return ends if ends > TODAY

        day = ends
      end
    end

    def season_of(day) = day.year

    def shed(on, type)
      return on if @chance.happens?(@world[:at_once])

      on + (@chance.wait(@world[:types] ? @world[:types].fetch(type) : @world[:sheds]) * 365)
        .clamp(0, 20_000).floor
    end

    def sights(life)
      day, seen = life.on, []
      loop do
        day += [(@chance.wait(life.rate) * 365).ceil, 20_000].min
        break seen if day >= [life.dies_on, TODAY].min
        next unless @world[:months].include?(day.month)

        left = life.sheds_on.count { |on| on > day }
        break seen if left.zero?

        kept = @chance.happens?(@world[:kept_share])
        if !kept || @chance.happens?(@world[:reported])
          seen << Sight.new(life, day, kept,
            *seen_of(left))
        end
        break seen if kept
      end
    end

    # [numbers told, whether a member looked]
    def seen_of(left)
      examined = @chance.happens?(0.6)
      left = 1 if left == 2 && !examined && @chance.happens?(@world[:one_of_two])
      [left, examined]
    end

    def by_fish = @by_fish ||= @sights.group_by(&:fish)

    def doubles
      @lives.select { |life| life.tags == 2 }.filter_map do |life|
        first = by_fish.fetch(life, []).first or next
        { years: (first.on - life.on).to_i / 365.25, tags_left: first.tags_left,
          examined: first.examined, tag_type: life.type, applicator: nil, tagger: nil }
      end
    end

    def seasons
      rows = @lives.flat_map { |life| steps(life) }
        .group_by { |row| row }.map { |row, all| { **row, fish: all.size } }
      { rows:, double_share: @world[:double] }
    end

    def steps(life)
      seen = [[life.on, false], *by_fish.fetch(life, []).map { |sight| [sight.on, sight.kept] }]
        .group_by { |on, _| season.year_of(on) }
        .select { |year, _| year < season.year_of(TODAY) }.sort
      seen.each_with_index.filter_map do |(year, here), index|
        next if here.any?(&:last)

        { season: year, newly: index.zero?, next_season: seen[index + 1]&.first }
      end
    end

    def fates
      { tagged: @lives.size, returned: by_fish.size, kept: @sights.count(&:kept) }
    end

    def taken
      rows = @lives.map do |life|
        kept = by_fish.fetch(life, []).find(&:kept)
        followed = (TODAY - life.on).to_i / 365
        year = kept && ((kept.on - life.on).to_i / 365)
        [followed, year && year < followed ? year : nil]
      end
      (0...rows.map(&:first).max).map do |year|
        { kept: rows.count { |_, kept| kept == year },
          over: rows.count { |followed, kept| kept.nil? && followed == year + 1 } }
      end
    end

    def span(text)
      text.match(/([\d.]+) ?%? ?\(([\d.]+) to ([\d.]+)\)/).captures.map(&:to_f)
    end

    # True share of tags still in after a year.
    def kept_truth
      rates = @world[:types]&.values || [@world[:sheds]]
      (1 - @world[:at_once]) * rates.sum { |rate| Math.exp(-rate) } / rates.size
    end

    def retention(answer)
      return [] if answer.sentence.nil?

      _, low, high = span(answer.sentence)
      least = answer.sentence.include?("at least")
      checks = []
      unless answer.sentence.include?("unlike")
        checks << Check.new(about: "tags still in after a year", kind: least ? :least : :interval,
          low: low - 0.5, high: high + 0.5, truth: 100 * kept_truth)
      end
      @world[:types].to_h.each do |type, rate|
        words = answer.sentence[/#{type} in \d+ % \(\d+ to \d+\)/] or next
        _, low, high = span(words)
        checks << Check.new(about: "tags of one type", kind: :interval, low: low - 0.5,
          high: high + 0.5, truth: 100 * Math.exp(-rate))
      end
      checks
    end

    # Fish that live on: neither dead a year later nor kept without a word.
    def survival_truth
      kept = yearly_kept * (1 - @world[:reported])
      rates = @year_deaths.select { |year, _| whole_years.cover?(year) }.values
      rates.map { |rate| Math.exp(-rate - kept) }
    end

    def whole_years = (TODAY.year - @world[:years] + 1)..(TODAY.year - 2)

    # Rate at which living fish are kept, over the year: seen in 7 of 12 months.
    def yearly_kept = 2 * @world[:seen] * @world[:kept_share] * @world[:months].size / 12.0

    def survival(answer, _)
      return [] if answer.sentence.nil?

      truth = survival_truth.then { |shares| 100 * shares.sum / shares.size }
      if (least = answer.sentence[/at least (\d+) %/, 1])
        return [Check.new(about: "alive a season later", kind: :least, low: least.to_f, truth:)]
      end

      spans = answer.sentence.scan(/\d+ % \(\d+ to \d+\)/).map { |words| span(words) }
      return [] if spans.size > 1

      [Check.new(about: "alive a season later", kind: :interval, low: spans[0][1] - 0.5,
        high: spans[0][2] + 0.5, truth:)]
    end

    def exploitation(answers)
      retention = answers["retention"].chart && answers["retention"].drawn&.line
        &.find { |years, *| years == 1 }&.values_at(2, 1, 3)
      answer = Core::Answers::ExploitationAnswer.of(
        taken:, tagged: @lives.size, retention:, reporting: [60, 80], deaths: [0, 5]
      )
      return [] if answer.sentence.nil?

      _, low, high = span(answer.sentence)
      [Check.new(about: "taken in a year", kind: :interval, low: low - 0.05, high: high + 0.05,
        truth: 100 * taken_truth)]
    end

    def taken_truth
      kept = yearly_kept
      all = kept + @world[:dies]
      kept / all * (1 - Math.exp(-all))
    end
  end
end
