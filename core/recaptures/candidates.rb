# frozen_string_literal: true

module Core
  module Recaptures
    # Which fish a report is about: every candidate weighed by independent terms, each with its words. 2-rules 7.
    #
    #   report:     { number_as_read:, species_code: | nil, length: Fish::Length | nil, caught_on: Date, lat_deg:, lon_deg: }
    #   candidates: [{ number:, fish_id:, species_code:, state: "at_large" | "kept", length: Fish::Length | nil, released_on: Date, lat_deg:, lon_deg: }]
    #   species:    { code => Fish::Species }
    #
    # Returns { ranked: [Candidate], none_share: Float }, the ten best, shares of all candidates and "none of these" adding to one.
    module Candidates
      Candidate = Struct.new(:number, :fish_id, :species_code, :released_on, :share, :log, :terms, keyword_init: true)
      MOST = 10
      KEPT = Math.log(0.001)
      LOOK_ALIKE_SPECIES = Math.log(0.1)
      OTHER_SPECIES = Math.log(0.005)
      LENGTH_FLOOR = -8.0
      FAR = -6.0
      NEAR_KM, KM_PER_DAY = 5, 20
      # Part of the expected growth that one fish may differ by. House rule.
      GROWTH_SPREAD = 0.3
      # A middling fish until the programme's own curve is known: grows towards this share of the species' longest, by this rate a year. House rules.
      LINF_SHARE = 0.9
      K_PER_YEAR = 0.2
      # Log weight of "none of these", set on simulated reports so that shares come true as often as they say (bench/matching.rb).
      NONE = -9.5

      module_function

      def weigh(report:, candidates:, species:)
        reading = Tags::Reading.new(report[:number_as_read])
        # A fish with two tags is one candidate, by the number that fits better.
        weighed = candidates.filter_map { |one| candidate(reading, report, one, species) }.group_by(&:fish_id).values.map { |tags| tags.max_by(&:log) }
        top = [NONE, *weighed.map(&:log)].max
        whole = Math.exp(NONE - top) + weighed.sum { |one| Math.exp(one.log - top) }
        ranked = weighed.each { |one| one.share = Math.exp(one.log - top) / whole }.sort_by { |one| [-one.share, one.number] }.first(MOST)
        { ranked:, none_share: Math.exp(NONE - top) / whole }
      end

      # nil when it cannot be: the lengths of the numbers differ, or it was caught before it was tagged.
      def candidate(reading, report, one, species)
        fit = reading.fit(one[:number])
        days = (report[:caught_on] - one[:released_on]).to_i
        return nil if fit.log == -Float::INFINITY || days.negative?

        terms = [term("number", fit.log, fit.slips.empty? ? "as read" : fit.slips.join("; ")), state(one), kind(report, one, species), length(report, one, days, species),
                 place(report, one, days)].compact
        Candidate.new(**one.slice(:number, :fish_id, :species_code, :released_on), log: terms.sum { |each| each[:log] }, terms:)
      end

      def state(one) = one[:state] == "kept" ? term("fate", KEPT, "that fish was reported kept") : term("fate", 0.0, "at large")

      def kind(report, one, species)
        return nil if report[:species_code].nil?
        return term("species", 0.0, "the same species") if report[:species_code] == one[:species_code]

        alike = species[one[:species_code]].look_alikes.to_a.include?(report[:species_code]) || species[report[:species_code]].look_alikes.to_a.include?(one[:species_code])
        alike ? term("species", LOOK_ALIKE_SPECIES, "another species that looks alike") : term("species", OTHER_SPECIES, "another species")
      end

      def length(report, one, days, species)
        kind = species[one[:species_code]]
        from, to = [one[:length], report[:length]].map { |length| length&.convert(to: kind.length_kind, fl_to_tl: kind.fl_to_tl) }
        return nil if from.nil? || to.nil?

        expected = expected_growth(from.mm, days, kind)
        sd = Math.sqrt((from.sd_mm**2) + (to.sd_mm**2) + ((GROWTH_SPREAD * expected)**2))
        off = (to.mm - from.mm - expected) / sd
        term("length", [-0.5 * (off**2), LENGTH_FLOOR].max, format("%+d mm, about %+d expected", (to.mm - from.mm).round, expected.round))
      end

      # Source: von Bertalanffy (1938), Hum. Biol. 10, 181-213.
      def expected_growth(mm, days, species) = [(species.max_mm * LINF_SHARE) - mm, 0].max * (1 - Math.exp(-K_PER_YEAR * days / Growth::DAYS_PER_YEAR))

      def place(report, one, days)
        return nil if report[:lat_deg].nil? || one[:lat_deg].nil?

        km = Waters::Geodesic.line(one[:lat_deg], one[:lon_deg], report[:lat_deg], report[:lon_deg]).distance_m / 1000.0
        within = km <= NEAR_KM + (KM_PER_DAY * days)
        term("place", within ? 0.0 : FAR, within ? format("%.0f km in %d days", km, days) : format("%.0f km in %d days is farther than a fish goes", km, days))
      end

      def term(name, log, words) = { name:, log:, words: }
      private_class_method :candidate, :state, :kind, :length, :expected_growth, :place, :term
    end
  end
end
