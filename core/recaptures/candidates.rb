# frozen_string_literal: true

module Core
  module Recaptures
    # Which fish a report is about: every candidate weighed by independent terms, each with its words. 2-rules 7.
    #
    #   report:     { numbers: [String as read, the first is the one that matters most], species_code: | nil, length: Fish::Length | nil, caught_on: Date, lat_deg:, lon_deg: }
    #   candidates: one for each tag of a fish, and for each tag issued but not reported used, whose fish_id is nil:
    #               [{ number:, fish_id:, species_code:, state: "at_large" | "kept" | "unused", length: Fish::Length | nil, released_on: Date, lat_deg:, lon_deg:, holder: }]
    #   species:    { code => Fish::Species }
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
      # Log weight of "none of these", set on simulated reports so that shares come true as often as they say (bench/matching.rb).
      NONE = -9.5
      # What is so much lighter than the heaviest changes no share that anybody sees.
      NEGLIGIBLE = 10.0

      Term = Struct.new(:name, :log, :words)

      def self.weigh(...) = new(...).weigh

      def initialize(report:, candidates:, species:)
        @report = report
        @readings = report[:numbers].map { |number| Tags::Reading.new(number) }
        @candidates = candidates
        @species = species
        @none = NONE
      end

      def weigh
        weighed = heaviest
        top = [@none, *weighed.map(&:log)].max
        whole = Math.exp(@none - top) + weighed.sum { |one| Math.exp(one.log - top) }
        weighed.each { |one| one.share = Math.exp(one.log - top) / whole }
        { ranked: weighed.sort_by { |one| [-one.share, one.number] }.first(MOST).each { |one| one.terms = one.terms.map { |term| spoken(term) } }, none_share: Math.exp(@none - top) / whole }
      end

      private

      # No term speaks for a fish beyond its number, so those with the best numbers come first, and what can no longer count is not looked at.
      def heaviest
        best = @none
        by_number = fishes.filter_map { |tags| (log = numbers_log(tags)) > -Float::INFINITY ? [log, tags] : nil }.sort_by { |log, _| -log }
        by_number.each_with_object([]) do |(log, tags), found|
          break found if log < best - NEGLIGIBLE
          next unless (one = candidate(tags))

          best = [best, one.log].max
          found << one
        end
      end

      # A fish with two tags is one candidate; so is a tag that no fish is known to carry.
      def fishes = @candidates.group_by { |one| one[:fish_id] || one[:number] }.values

      # -Infinity when no reading can be one of its tags.
      def numbers_log(tags)
        logs = @readings.map { |reading| tags.map { |tag| reading.log(tag[:number]) }.max }
        if logs.max == -Float::INFINITY
          -Float::INFINITY
        else
          logs.sum { |log| log == -Float::INFINITY ? SECOND_UNKNOWN : log }
        end
      end

      # nil when it cannot be: it was caught before it was tagged.
      def candidate(tags)
        tag, reading = best_pair(tags)
        days = tag[:released_on] && (@report[:caught_on] - tag[:released_on]).to_i
        return nil if days&.negative?

        terms = [number_term(reading, tag), *other_numbers(tags, reading), fate(tag)]
        terms.push(kind(tag), length(tag, days), place(tag, days)) if days
        terms.compact!
        Candidate.new(**tag.slice(:number, :fish_id, :species_code, :released_on, :lat_deg, :lon_deg, :holder), measured: tag[:length], log: terms.sum(&:log), terms:)
      end

      def best_pair(tags) = tags.product(@readings).max_by { |tag, reading| reading.log(tag[:number]) }

      def number_term(reading, tag)
        Term.new("number", reading.log(tag[:number]), -> { reading.fit(tag[:number]).slips.then { |slips| slips.empty? ? "as read" : slips.join("; ") } })
      end

      def other_numbers(tags, reading)
        (@readings - [reading]).map do |other|
          tag = tags.max_by { |one| other.log(one[:number]) }
          next number_term(other, tag).tap { |term| term.name = "second number" } if other.log(tag[:number]) > -Float::INFINITY

          Term.new("second number", SECOND_UNKNOWN, -> { "this fish is not known to carry it" })
        end
      end

      def fate(tag)
        case tag[:state]
        when "kept" then Term.new("fate", KEPT, -> { "that fish was reported kept" })
        when "unused" then Term.new("fate", UNUSED, -> { "issued to #{tag[:holder]}, not reported used yet" })
        else Term.new("fate", 0.0, -> { "at large" })
        end
      end

      def kind(tag)
        told = @report[:species_code]
        return nil if told.nil?
        return Term.new("species", 0.0, -> { "the same species" }) if told == tag[:species_code]

        alike = @species[tag[:species_code]].look_alikes.to_a.include?(told) || @species[told].look_alikes.to_a.include?(tag[:species_code])
        alike ? Term.new("species", LOOK_ALIKE_SPECIES, -> { "another species that looks alike" }) : Term.new("species", OTHER_SPECIES, -> { "another species" })
      end

      def length(tag, days)
        kind = @species[tag[:species_code]]
        from, to = [tag[:length], @report[:length]].map { |length| length&.convert(to: kind.length_kind, fl_to_tl: kind.fl_to_tl) }
        return nil if from.nil? || to.nil?

        expected = ExpectedGrowth.mm(from.mm, days, kind)
        off = (to.mm - from.mm - expected) / ExpectedGrowth.sd_mm(expected, from.sd_mm, to.sd_mm)
        Term.new("length", [-0.5 * (off**2), LENGTH_FLOOR].max, -> { format("%+d mm, about %+d expected", (to.mm - from.mm).round, expected.round) })
      end

      def place(tag, days)
        return nil if @report[:lat_deg].nil? || tag[:lat_deg].nil?

        km = Waters::Geodesic.distance_m(tag[:lat_deg], tag[:lon_deg], @report[:lat_deg], @report[:lon_deg]) / 1000.0
        within = km <= NEAR_KM + (KM_PER_DAY * days)
        Term.new("place", within ? 0.0 : FAR, -> { format(within ? "%.0f km in %d days" : "%.0f km in %d days is farther than a fish goes", km, days) })
      end

      def spoken(term) = { name: term.name, log: term.log, words: term.words.call }
    end
  end
end
