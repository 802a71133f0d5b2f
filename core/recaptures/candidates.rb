# frozen_string_literal: true

module Core
  module Recaptures
    # Which fish a report is about: every candidate weighed by independent terms, each with its
    # words.
    #
    #   report:     { numbers: [String as read, the first is the one that matters most],
    #               species_code: | nil,
    #               length: Fish::Length | nil, caught_on: Date, the last day that it can have been,
    #               caught_from: Date, the first one, nil where nobody knows it, absent where
    #                            caught_on is the day,
    #               lat_deg:, lon_deg:, found_how: see LOOSE,
    #               seen: Tags::SeenDigits of its photo, absent or nil for none }
    #   candidates: one for each tag of a fish, also one that has come off, and for each tag that
    #               left our stock and is not
    #               reported used, whose fish_id is nil: [{ number:, fish_id:, species_code:,
    #               length_mm: .. as columns,
    #               released_on: Date, ended_on: Date | nil, lat_deg:, lon_deg:, holder:, state: }]
    #   species:    { code => Fish::Species }
    #   kept:       asked with fish ids, returns those that were reported kept; only for fish that
    #               can still count
    #   series:     [[prefix, digits], ...] of ours
    #
    # Returns Weighed: the ten best, shares of all candidates and "none of these" adding to one.
    class Candidates
      Candidate =
        Struct.new(
          :number, :fish_id, :species_code, :released_on, :ended_on, :lat_deg, :lon_deg, :measured,
          :holder, :share, :log, :terms, keyword_init: true
        )
      Weighed = Value.of(:ranked, :none_share) do
        def best = ranked.first
      end
      MOST = 10
      NEAR_KM, KM_PER_DAY = 5, 20
      KM_PER_DEGREE = 111.2
      # Where a catch may lie if nothing is known of it: anywhere in so many square kilometres.
      # House rule.
      BROAD_KM2 = 5000.0
      # Density of a length that nobody knows anything of, one in so many millimetres. House rule.
      BROAD_MM = 600.0
      # Length and place cannot speak for a fish by more: as sharp as a board measures, and at the
      # very spot.
      MOST_BY_REST =
        Math.log(BROAD_MM / (2 * Math.sqrt(2 * Math::PI))) +
        Math.log(BROAD_KM2 / (2 * Math::PI * (Weights::NEAR_KM**2)))
      # What is so much lighter than the heaviest changes no share that anybody sees.
      NEGLIGIBLE = 10.0
      # A tag without its living fish: where it lies, and what became of the fish, say nothing
      # against it.
      LOOSE = %w[tag_alone shop in_fish].freeze

      # key: of its weight;  log: what it says;  parts: of a length, see #features
      Term = Struct.new(:name, :key, :log, :words, :parts)
      Fits = Struct.new(:log, :pairs, :photo_log)

      def self.weigh(...) = new(...).weigh

      # Looks near the number first, and farther where nothing near is likely.
      #   slips: see Tags::Neighbours; 1 is enough for a number that is on a fish of ours
      # Yields it, for { candidates:, species: } of those that are within so many slips.
      def self.search(slips: 2, **search)
        weighed = weigh(**search, **yield(slips))
        return weighed if slips < 2 || weighed.none_share <= Match::LIKELIER_THAN_NOT

        weigh(**search, **yield(slips + 1))
      end

      def initialize(report:, candidates:, species:, series: [], kept: ->(_) { [] })
        @report = report
        @readings = report[:numbers].map do |number|
          Tags::Reading.new(number, weights: Weights::ALL)
        end
        # Numbers with the same beginning one after another are aligned fastest.
        @candidates = candidates.sort_by { |candidate| candidate[:number] }
        @species = species
        @series = series
        @kept = kept
        @asked, @were_kept = Set.new, Set.new
        @seen = second_witness(report[:seen])
      end

      def weigh
        weighed = heaviest
        none = none_log
        top = [none, *weighed.map(&:log)].max
        whole = Math.exp(none - top) + weighed.sum { |candidate| Math.exp(candidate.log - top) }
        weighed.each { |candidate| candidate.share = Math.exp(candidate.log - top) / whole }
        ranked = weighed.sort_by { |candidate| [-candidate.share, candidate.number] }.first(MOST)
        ranked.each { |candidate| candidate.terms = candidate.terms.map { |term| spoken(term) } }
        Weighed.new(ranked:, none_share: Math.exp(none - top) / whole)
      end

      # For setting the weights: what each candidate's sum is made of, [{ number:, weights: [name,
      # ...],
      # length: [mm off, its variance by measuring, growth in mm that the spread is a part of] |
      #         nil, km: | nil }, ...],
      # and the same of "none of these", whose number is nil.
      def features
        likely =
          fishes
            .filter_map { |tags| fits(tags) }
            .filter_map { |fit| (candidate = candidate(fit, -50.0)) && [fit, candidate] }
        ask(likely.map { |_fit, candidate| candidate.fish_id })
        [{ number: nil, weights: none_weights, length: nil,
           km: nil }] + likely.map do |fit, candidate|
             _log, tag, reading = fit.pairs.first
             terms = [fate(candidate), *candidate.terms.drop(1)]
             {
               number: candidate.number,
               weights: reading.weights(tag[:number]) + terms.filter_map(&:key),
               length: parts(terms, "length"),
               km: parts(terms, "place")
             }
           end
      end

      # parts: see #features
      def self.length_log((off_mm, variance, growth_mm), spread:, wrong:)
        variance += (spread * growth_mm)**2
        density =
          Math.log(BROAD_MM / Math.sqrt(2 * Math::PI * variance)) - (0.5 * (off_mm**2) / variance)
        [density, wrong].max
      end

      # log: of a place so far away against one anywhere: most fish stay about, some go far.
      # Source: a two-part dispersal kernel, exponential about the place of release.
      def self.place_log(far_km, near_share:, near_km:)
        about = BROAD_KM2 * Math.exp(-far_km / near_km) / (2 * Math::PI * (near_km**2))
        Math.log((near_share * about) + (1 - near_share))
      end

      private

      def parts(terms, name) = terms.find { |term| term.name == name }&.parts

      def none_log
        @none_log ||= NoneOfThese.log(none_weights) + seen_log(printed(@readings.first))
      end

      # A number that is the photo's own reading may have been taken from it, and would count twice.
      def second_witness(seen) = seen&.text == printed(@readings.first) ? nil : seen

      def printed(reading) = Tags::Number.as_printed(reading.text, @series)
      def seen_log(number) = @seen ? @seen.log(number) : 0.0

      def none_weights
        NoneOfThese.weights(
          @readings.first,
          series: @series,
          carried: Set.new(@candidates.filter_map { |tag| tag[:number] if tag[:fish_id] }),
          species_told: !@report[:species_code].nil?
        )
      end

      # Little speaks for a fish beyond its number, so those with the best numbers come first, and
      # what can no longer count is looked at no further.
      def heaviest
        by_number = fishes.filter_map { |tags| fits(tags) }.sort_by { |fit| -fit.log }
        ask(by_number.first(MOST).map { |fit| fit.pairs[0][1][:fish_id] })
        best = none_log
        kept = by_number.each_with_object([]) do |fit, weighed|
          break weighed if fit.log + MOST_BY_REST < best - NEGLIGIBLE
          next unless (candidate = candidate(fit, best - NEGLIGIBLE))

          best = [best, candidate.log + least_fate(candidate)].max
          weighed << candidate
        end
        ask(kept.map(&:fish_id))
        kept.each do |candidate|
          numbers = candidate.terms.count { |term| term.name.end_with?("number") }
          add(candidate, fate(candidate), at: numbers)
        end
      end

      # Which of these were kept, as far as it was not asked before.
      def ask(fish_ids)
        new = fish_ids.compact - @asked.to_a
        @asked.merge(new)
        @were_kept.merge(@kept.call(new)) if new.any?
      end

      # The worst that its fate can still say against it.
      def least_fate(candidate)
        asked = candidate.fish_id.nil? || @asked.include?(candidate.fish_id)
        asked ? fate(candidate).log : Weights::ALL[:kept]
      end

      def add(candidate, term, at: -1)
        candidate.terms.insert(at, term)
        candidate.log += term.log
        candidate
      end

      # A fish with two tags is one candidate; so is a tag that no fish is known to carry.
      def fishes
        @candidates.group_by { |candidate| candidate[:fish_id] || candidate[:number] }.values
      end

      # How the readings go with a fish's tags: [log, tag, reading] of each with the tag it fits
      # best, the best of them first; nil when none is one of its tags.
      def fits(tags)
        pairs =
          @readings.map do |reading|
            tags.map { |tag| [reading.log(tag[:number]), tag, reading] }.max_by(&:first)
          end
        pairs = pairs.sort_by { |log, _, _| -log } if pairs.size > 1
        return nil if pairs[0][0] == Tags::Alignment::NEVER

        log = pairs.each_with_index.sum do |(number_log, _, _), index|
          index.zero? ? number_log : second_log(number_log)
        end
        # Whichever of its tags the photo may show.
        photo_log = tags.map { |tag| seen_log(tag[:number]) }.max
        Fits.new(log + photo_log, pairs, photo_log)
      end

      # A second number that the fish is not known to carry may have been put in and not told.
      def second_log(log) = [log, Weights::ALL[:second_unknown]].max

      # nil when it cannot be: it was caught before it was tagged; or when it falls under the least
      # that counts.
      def candidate(fit, least)
        (log, tag, reading), *others = fit.pairs
        days = days_at_liberty(tag)
        return nil if days&.max&.negative?

        terms = [
          number("number", log, tag, reading), *others.map { |other| second_number(*other) },
          *photo(fit.photo_log)
        ]
        candidate =
          Candidate.new(
            **tag.slice(
              :number, :fish_id, :species_code, :released_on, :ended_on, :lat_deg, :lon_deg, :holder
            ),
            log: terms.sum(&:log),
            terms:
          )
        candidate.holder = "#{candidate.holder}, who reported it #{tag[:state]}" if %w[lost
          spoiled].include?(
          tag[:state]
        )
        return candidate if days.nil?

        candidate.measured = Fish::Length.of(tag)
        weigh_candidate(candidate, tag, days, least)
      end

      def weigh_candidate(candidate, tag, days, least)
        [kind(tag), length(tag, candidate, days), place(tag, days)].compact.each do |term|
          add(candidate, term)
          return nil if candidate.log + MOST_BY_REST < least
        end
        candidate
      end

      # [fewest, most] days since it was tagged that the catch can be.
      def days_at_liberty(tag)
        released_on = tag[:released_on] or return nil
        most = (@report[:caught_on] - released_on).to_i
        from = @report.fetch(:caught_from, @report[:caught_on])
        least = [0, most].min
        [from ? [(from - released_on).to_i, least].max : least, most]
      end

      def number(name, log, tag, reading)
        Term.new(name, nil, log, -> { number_words(reading.fit(tag[:number])) })
      end

      # "As read" is said of nothing that was filled in.
      def number_words(fit)
        filled = fit.filled.empty? ? nil : "#{fit.filled.join(' ')} filled in for unread characters"
        slips = [*filled, *fit.slips]
        slips.empty? ? "as read" : slips.join("; ")
      end

      def second_number(log, tag, reading)
        return number("second number", log, tag, reading) if log > Weights::ALL[:second_unknown]

        Term.new(
          "second number",
          :second_unknown,
          Weights::ALL[:second_unknown],
          -> { "this fish is not known to carry it" }
        )
      end

      def photo(log)
        return [] if @seen.nil?

        words = -> { Text.of("recaptures.candidates.photo", seen: @seen.text) }
        [Term.new("photo", nil, log, words)]
      end

      def loose? = LOOSE.include?(@report[:found_how])

      def fate(candidate)
        if candidate.fish_id.nil?
          weighed("fate", :unused) { "issued to #{candidate.holder}, not reported as used yet" }
        elsif !loose? && @were_kept.include?(candidate.fish_id)
          weighed("fate", :kept) { "that fish was reported kept" }
        elsif !loose? && came_off?(candidate)
          weighed("fate", :off) { "this tag had come off on #{Units.day_text(candidate.ended_on)}" }
        else
          weighed("fate", nil) do
            ended_on = candidate.ended_on
            ended_on ? "carried it until #{Units.day_text(ended_on)}" : "at liberty"
          end
        end
      end

      def weighed(name, key, &words) = Term.new(name, key, key ? Weights::ALL[key] : 0.0, words)

      # Not on any day that the catch can have been.
      def came_off?(candidate)
        from = @report.fetch(:caught_from, @report[:caught_on])
        candidate.ended_on && from && from > candidate.ended_on
      end

      def kind(tag)
        species_code = @report[:species_code]
        return nil if species_code.nil?
        return weighed("species", nil) { "the same species" } if species_code == tag[:species_code]

        alike =
          @species[tag[:species_code]].look_alikes.to_a.include?(species_code) ||
          @species[species_code].look_alikes.to_a.include?(tag[:species_code])
        if alike
          return weighed("species", :look_alike_species) { "another species that looks alike" }
        end

        weighed("species", :other_species) { "another species" }
      end

      # The density of what was measured about what would be expected, against that of any length; a
      # fish whose length nobody knows is weighed as any.
      def length(tag, candidate, days)
        kind = @species[tag[:species_code]]
        from, to =
          [candidate.measured, @report[:length]].map do |length|
            kind.convert(length)
          end
        return nil if from.nil? || to.nil?

        # Where the day is not known, between the growth of the first and of the last day.
        first, last = days.map do |day|
          ExpectedGrowth.mm(from.mm, [day, 0].max, kind, from: tag[:released_on])
        end
        expected = (first + last) / 2
        parts = [
          to.mm - from.mm - expected,
          (from.sd_mm**2) + (to.sd_mm**2) + (((last - first)**2) / 12),
          ExpectedGrowth.spread_mm(1.0, (days.sum / 2.0).clamp(0, days.max), kind)
        ]
        log = self.class.length_log(parts, spread: Weights::GROWTH_SPREAD, wrong: Weights::ALL[:length_wrong])
        Term.new(
          "length", nil, log,
          -> { format("%+d mm, about %+d expected", (to.mm - from.mm).round, expected.round) },
          parts
        )
      end

      def place(tag, days)
        return nil if @report[:lat_deg].nil? || tag[:lat_deg].nil? || loose?

        limit_km = NEAR_KM + (KM_PER_DAY * days.max)
        far_km = far_km(tag, limit_km)
        if far_km > limit_km
          return (
            weighed("place", :far) do
              format("%.0f km in %d days is farther than a fish moves", far_km, days.max)
            end
          )
        end

        log = self.class.place_log(far_km, near_share: Weights::NEAR_SHARE, near_km: Weights::NEAR_KM)
        Term.new("place", nil, log, -> { format("%.0f km in %d days", far_km, days.max) }, far_km)
      end

      # In a flat picture, but for what is close to the limit: the geodesic is dear.
      def far_km(tag, limit_km)
        north = tag[:lat_deg] - @report[:lat_deg]
        east = (((tag[:lon_deg] - @report[:lon_deg]) + 180) % 360) - 180
        flat =
          Math.hypot(north, east * Math.cos(@report[:lat_deg] * Math::PI / 180)) * KM_PER_DEGREE
        return flat unless flat.between?(0.95 * limit_km, 1.05 * limit_km)

        Geography::Geodesic.distance_m(
          tag[:lat_deg],
          tag[:lon_deg],
          @report[:lat_deg],
          @report[:lon_deg]
        ) / 1000.0
      end

      def spoken(term) = { name: term.name, log: term.log, words: term.words.call }
    end
  end
end
