# frozen_string_literal: true

module Core
  module Recaptures
    # Which fish a report is about: every candidate weighed by independent terms, each with its words. 2-rules 7.
    #
    #   report:     { numbers: [String as read, the first is the one that matters most], species_code: | nil, length: Fish::Length | nil, caught_on: Date, lat_deg:, lon_deg: }
    #   candidates: one for each tag of a fish, and for each tag issued but not reported used, whose fish_id is nil:
    #               [{ number:, fish_id:, species_code:, length_mm: .. as columns, released_on: Date, lat_deg:, lon_deg:, holder: }]
    #   species:    { code => Fish::Species }
    #   kept:       asked with fish ids, returns those that were reported kept; only for fish that can still count
    #
    # Returns { ranked: [Candidate], none_share: Float }, the ten best, shares of all candidates and "none of these" adding to one.
    class Candidates
      Candidate = Struct.new(:number, :fish_id, :species_code, :released_on, :lat_deg, :lon_deg, :measured, :holder, :share, :log, :terms, keyword_init: true)
      MOST = 10
      KEPT = Math.log(0.001)
      UNUSED = Math.log(0.05)
      # A second number that the fish is not known to carry: it may have been put in and not told, or misread beyond knowing. House rule.
      SECOND_UNKNOWN = Math.log(0.05)
      LOOK_ALIKE_SPECIES = Math.log(0.1)
      OTHER_SPECIES = Math.log(0.005)
      LENGTH_FLOOR = -8.0
      FAR = -6.0
      NEAR_KM, KM_PER_DAY = 5, 20
      # No degree of latitude or longitude is longer.
      KM_PER_DEGREE_AT_MOST = 111.7
      # Log weight of "none of these", set on simulated reports so that shares come true as often as they say (bench/matching.rb).
      NONE = -7.5
      # What is so much lighter than the heaviest changes no share that anybody sees.
      NEGLIGIBLE = 10.0

      Term = Struct.new(:name, :log, :words)
      Fits = Struct.new(:log, :pairs)

      def self.weigh(...) = new(...).weigh

      def initialize(report:, candidates:, species:, kept: ->(_) { [] })
        @report = report
        @readings = report[:numbers].map { |number| Tags::Reading.new(number) }
        @candidates = candidates
        @species = species
        @kept = kept
        @asked, @were_kept = Set.new, Set.new
      end

      def weigh
        weighed = heaviest
        top = [NONE, *weighed.map(&:log)].max
        whole = Math.exp(NONE - top) + weighed.sum { |one| Math.exp(one.log - top) }
        weighed.each { |one| one.share = Math.exp(one.log - top) / whole }
        { ranked: weighed.sort_by { |one| [-one.share, one.number] }.first(MOST).each { |one| one.terms = one.terms.map { |term| spoken(term) } }, none_share: Math.exp(NONE - top) / whole }
      end

      private

      # No term speaks for a fish beyond its number, so those with the best numbers come first, and what can no longer count is looked at no further.
      def heaviest
        by_number = fishes.filter_map { |tags| fits(tags) }.sort_by { |fit| -fit.log }
        ask(by_number.first(MOST).map { |fit| fit.pairs[0][1][:fish_id] })
        best = NONE
        found = by_number.each_with_object([]) do |fit, weighed|
          break weighed if fit.log < best - NEGLIGIBLE
          next unless (one = candidate(fit, best - NEGLIGIBLE))

          best = [best, one.log + least_fate(one)].max
          weighed << one
        end
        ask(found.map(&:fish_id))
        found.each { |one| add(one, fate(one), at: one.terms.count { |term| term.name.end_with?("number") }) }
      end

      # Which of these were kept, as far as it was not asked before.
      def ask(fish_ids)
        new = fish_ids.compact - @asked.to_a
        @asked.merge(new)
        @were_kept.merge(@kept.call(new)) if new.any?
      end

      # The worst that its fate can still say against it.
      def least_fate(one) = one.fish_id && !@asked.include?(one.fish_id) ? KEPT : fate(one).log

      def add(one, term, at: -1)
        one.terms.insert(at, term)
        one.log += term.log
        one
      end

      # A fish with two tags is one candidate; so is a tag that no fish is known to carry.
      def fishes = @candidates.group_by { |one| one[:fish_id] || one[:number] }.values

      # How the readings go with a fish's tags: [log, tag, reading] of each with the tag it fits best, the best of them first; nil when none is one of its tags.
      def fits(tags)
        pairs = @readings.map { |reading| tags.map { |tag| [reading.log(tag[:number]), tag, reading] }.max_by(&:first) }
        pairs = pairs.sort_by { |log, _, _| -log } if pairs.size > 1
        return nil if pairs[0][0] == -Float::INFINITY

        Fits.new(pairs.sum { |log, _, _| log == -Float::INFINITY ? SECOND_UNKNOWN : log }, pairs)
      end

      # nil when it cannot be: it was caught before it was tagged; or when it falls under the least that counts.
      def candidate(fit, least)
        (log, tag, reading), *others = fit.pairs
        days = tag[:released_on] && (@report[:caught_on] - tag[:released_on]).to_i
        return nil if days&.negative?

        terms = [number("number", log, tag, reading), *others.map { |other| second_number(*other) }]
        one = Candidate.new(**tag.slice(:number, :fish_id, :species_code, :released_on, :lat_deg, :lon_deg, :holder), log: terms.sum(&:log), terms:)
        return one if days.nil?

        one.measured = Fish::Length.of(tag)
        %i[kind length place].each do |name|
          term = send(name, tag, one, days)
          add(one, term) if term
          return nil if one.log < least
        end
        one
      end

      def number(name, log, tag, reading)
        Term.new(name, log, -> { reading.fit(tag[:number]).slips.then { |slips| slips.empty? ? "as read" : slips.join("; ") } })
      end

      def second_number(log, tag, reading)
        log > -Float::INFINITY ? number("second number", log, tag, reading) : Term.new("second number", SECOND_UNKNOWN, -> { "this fish is not known to carry it" })
      end

      def fate(one)
        if one.fish_id.nil? then Term.new("fate", UNUSED, -> { "issued to #{one.holder}, not reported used yet" })
        elsif @were_kept.include?(one.fish_id) then Term.new("fate", KEPT, -> { "that fish was reported kept" })
        else Term.new("fate", 0.0, -> { "at large" })
        end
      end

      def kind(tag, _one, _days)
        told = @report[:species_code]
        return nil if told.nil?
        return Term.new("species", 0.0, -> { "the same species" }) if told == tag[:species_code]

        alike = @species[tag[:species_code]].look_alikes.to_a.include?(told) || @species[told].look_alikes.to_a.include?(tag[:species_code])
        alike ? Term.new("species", LOOK_ALIKE_SPECIES, -> { "another species that looks alike" }) : Term.new("species", OTHER_SPECIES, -> { "another species" })
      end

      def length(tag, one, days)
        kind = @species[tag[:species_code]]
        from, to = [one.measured, @report[:length]].map { |length| length&.convert(to: kind.length_kind, fl_to_tl: kind.fl_to_tl) }
        return nil if from.nil? || to.nil?

        expected = ExpectedGrowth.mm(from.mm, days, kind)
        off = (to.mm - from.mm - expected) / ExpectedGrowth.sd_mm(days, kind, from.sd_mm, to.sd_mm)
        Term.new("length", [-0.5 * (off**2), LENGTH_FLOOR].max, -> { format("%+d mm, about %+d expected", (to.mm - from.mm).round, expected.round) })
      end

      def place(tag, _one, days)
        return nil if @report[:lat_deg].nil? || tag[:lat_deg].nil?

        limit_km = NEAR_KM + (KM_PER_DAY * days)
        within = clearly_within?(tag, limit_km) || far_km(tag) <= limit_km
        Term.new("place", within ? 0.0 : FAR, -> { format(within ? "%.0f km in %d days" : "%.0f km in %d days is farther than a fish goes", far_km(tag), days) })
      end

      def far_km(tag) = Waters::Geodesic.distance_m(tag[:lat_deg], tag[:lon_deg], @report[:lat_deg], @report[:lon_deg]) / 1000.0

      # In a flat picture, with room to spare: most are, and the geodesic is dear.
      def clearly_within?(tag, limit_km)
        north = tag[:lat_deg] - @report[:lat_deg]
        east = tag[:lon_deg] - @report[:lon_deg]
        Math.hypot(north, east) * KM_PER_DEGREE_AT_MOST < limit_km
      end

      def spoken(term) = { name: term.name, log: term.log, words: term.words.call }
    end
  end
end
