# frozen_string_literal: true

module Core
  module Answers
    # Growth in a year, of fish that were measured twice.
    module GrowthAnswer
      ASSUMPTIONS = [
        { key: "growth_untouched", text: "A tag does not slow a fish's growth." },
        { key: "growth_measured_alike", text: "Fish are laid straight and read alike both times." }
      ].freeze
      SOURCE = Text.of("answers.growth_answer.francis_1988_n_z_j")

      module_function

      # A curve that matching may go by: from so many fish, its two growths known to this share.
      # House rule.
      LEAST_FISH = 60
      MOST_ERROR = 0.2

      # even, seasonal, individual: fits of Estimates::Growth, SeasonalGrowth, IndividualGrowth, or
      # the sentence why there is none
      # yearly: { mm => Estimates::Interval | nil } of the two lengths that are told
      Fits = Struct.new(:rows, :even, :seasonal, :individual, :yearly, keyword_init: true) do
        # The one that is told and that matching goes by: the better by AIC.
        def best = swings? ? seasonal : even
        def swings? = seasonal.is_a?(Estimates::SeasonalGrowth::Fit) && seasonal.better?
        def none? = even.is_a?(String)

        # As Fish::Curve has it.
        def curve
          unless swings?
            return { linf_mm: even.linf_mm, k_per_year: even.k, swing: nil,
                     fastest: nil }
          end

          { linf_mm: seasonal.linf_mm(even), k_per_year: seasonal.k(even), swing: seasonal.u,
            fastest: seasonal.w }
        end
      end

      # rows: as Store::Water#increments tells them, of one species. Returns Fits; its rows have the
      # errors of both lengths.
      def fit(rows)
        rounded = rounding_mm(rows)
        known = rows.map do |row|
          row.merge(sd1_mm: sd(row, 1, rounded), sd2_mm: sd(row, 2, rounded))
        end
        even = Estimates::Growth.best(known)
        return Fits.new(rows: known, even:) if even.is_a?(String)

        seasonal = Estimates::SeasonalGrowth.fit(known, even)
        fits = Fits.new(rows: known, even:, seasonal:)
        sound = clocked(fits)
        fits.individual = Estimates::IndividualGrowth.fit(surest(sound, fits), even)
        fits.yearly = [even.a_mm, even.b_mm].to_h { |mm| [mm, yearly(fits, sound, mm)] }
        fits
      end

      # Rows that nothing is wrong with, by the clock of the season.
      def clocked(fits)
        rows = fits.rows - fits.even.doubts
        if fits.swings?
          rows = rows.map { |row| row.merge(years: fits.seasonal.years(row[:season], row[:years])) }
        end
        rows.select { |row| row[:years].positive? }
      end

      # If growth swings, fish at large for a part of a year tell more of the season than of K;
      # and a guess at the first length tells nothing of how much of its own a fish has reached.
      def surest(rows, fits)
        rows = rows.select { |row| row[:sd1_mm] <= MOST_SD_MM }
        fits.swings? ? rows.select { |row| row[:years] >= LEAST_SWUNG_YEARS } : rows
      end
      MOST_SD_MM = 10
      LEAST_SWUNG_YEARS = 0.75

      def yearly(fits, rows, mm)
        individual = fits.individual
        k = individual.is_a?(String) ? fits.even.k : individual.k.middle
        within_mm = (fits.even.b_mm - fits.even.a_mm) / 4
        Estimates::LocalGrowth.at(rows, mm, k:, within_mm:)
      end

      # { way of measuring => mm to which its lengths are rounded }, of those that mostly are.
      def rounding_mm(rows)
        lengths = rows.flat_map { |row| [[row[:how1], row[:l1_mm]], [row[:how2], row[:l2_mm]]] }
          .group_by(&:first).transform_values { |pairs| pairs.map(&:last) }
        lengths.select { |_, mm| mm.size >= LEAST_OF_A_WAY }.filter_map do |how, mm|
          step = STEPS_MM.find do |size|
            mm.count { |length| (length % size).zero? } > MOSTLY * mm.size
          end
          [how, step] if step
        end.to_h
      end
      # Lengths that mostly are whole centimetres and the like were rounded. House rules.
      STEPS_MM, MOSTLY, LEAST_OF_A_WAY = [100, 50, 10].freeze, 0.6, 10

      # Whether matching may go by it.
      def sound?(fits)
        return false if fits.none? || fits.even.n < LEAST_FISH || fits.best.errors.nil?

        %i[ga gb].all? { |name| fits.best.errors[name] <= MOST_ERROR * fits.best.ga }
      end

      # fits: as .fit returns them;  species: its name
      def of(fits, species:, kind:)
        known, even = fits.rows, fits.even
        common = {
          key: "growth", title: "Growth of #{species}", n: known.size, assumptions: ASSUMPTIONS,
          source: SOURCE,
          worked_out: [method_of(even), aic(fits.seasonal), own_length(fits)].compact.join(" "),
          columns: COLUMNS, rows: known.map { |row| line(row, even) }
        }
        return Answer.new(**common, missing: even, chart: chart(known, kind, nil)) if fits.none?

        sentences = [sentence(fits, species), season(fits.seasonal)].compact.join(" ")
        Answer.new(**common, sentence: sentences, chart: chart(known, kind, fits))
      end

      # K and the length that fish grow to, never without their intervals.
      def own_length(fits)
        return nil if fits.none?
        return fits.individual if fits.individual.is_a?(String)

        linf, k = fits.individual.linf_mm, fits.individual.k
        Text.of(
          "answers.growth_answer.individual",
          k: Words.span(*k.to_a, 3), linf: Words.span(*linf.to_a)
        )
      end

      # What the better of the two models says of the year; nothing without an interval.
      def season(fit)
        return nil unless fit.is_a?(Estimates::SeasonalGrowth::Fit)
        return "No seasons of growth are seen: one even curve fits as well." unless fit.better?
        return nil if fit.u_low.nil?

        days = Estimates::Rates::Z95 * fit.w_error * YEAR_DAYS
        on = Date.new(2001, 1, 1) + (fit.w * YEAR_DAYS).floor
        Text.of(
          "answers.growth_answer.growth_swings_by_about_the",
          u_high: Words.percent_of({ share: fit.u, low: fit.u_low, high: fit.u_high }),
          day: on.day, month: Date::MONTHNAMES[on.month], days: days.round
        )
      end

      YEAR_DAYS = 365

      def aic(fit)
        return nil if fit.nil?
        return fit if fit.is_a?(String)

        format("AIC of one even curve %<even>.1f, with a season %<seasonal>.1f (%<n>d fish).",
          even: fit.even_aic, seasonal: fit.aic, n: fit.n)
      end

      SPREAD = { growth: "of their growth", asymptote: "in the length they grow to" }.freeze
      COLUMNS = [
        "tagged at, cm", "recaptured at, cm", "years", "grown, mm", "expected, mm", "doubt"
      ].freeze

      # A way of measuring that rounds has its rounding in its error.
      def sd(row, which, rounded)
        mm, how, sd_mm = row.values_at(:"l#{which}_mm", :"how#{which}", :"sd#{which}_mm")
        Math.hypot(Fish::Length.new(mm:, kind: nil, how:, sd_mm:).sd_mm,
          rounded.fetch(how, 0) / Math.sqrt(12))
      end

      def sentence(fits, species)
        a, b = [fits.even.a_mm, fits.even.b_mm].map { |mm| (mm / 10).round }
        ga, gb = fits.yearly.values.map do |interval|
          interval ? Words.span(*interval.to_a) : NOT_KNOWN
        end
        doubts = fits.even.doubts.size
        words = Text.of(
          "answers.growth_answer.of_cm_grow_mm_in", species:, a:, ga:, b:, gb:,
          n: Words.fish(fits.even.n)
        )
        doubts.zero? ? words : "#{words} #{doubts} measurements can hardly be right and are marked."
      end

      NOT_KNOWN = "nobody knows how many"

      def line(row, fit)
        expected = fit.is_a?(String) ? nil : fit.grown(row[:l1_mm], row[:years])&.round
        [
          row[:l1_mm] / 10.0, row[:l2_mm] / 10.0, row[:years].round(2), row[:l2_mm] - row[:l1_mm],
          expected, !fit.is_a?(String) && fit.doubts.include?(row) ? "doubtful" : nil
        ]
      end

      # Growth in a year against the length at tagging; within a year it is a straight line.
      def chart(rows, kind, fits)
        shown = rows.select { |row| row[:years] >= 0.25 }
        points = shown.map do |row|
          [row[:l1_mm] / 10.0, ((row[:l2_mm] - row[:l1_mm]) / row[:years]).round(1),
            row[:story_key]]
        end
        { kind: "scatter", x: "length when tagged, cm #{kind}", y: "grown in a year, mm", points:,
          line: fits ? band(fits, shown.map { |row| row[:l1_mm] }.minmax) : [] }
      end

      # Growth of the first year lies on a line between the two lengths; its error follows.
      def band(fits, (low, high))
        fit, a_mm, b_mm = fits.best, fits.even.a_mm, fits.even.b_mm
        return [] if low.nil? || fit.covariance.nil?

        (0..20).map do |step|
          mm = low + ((high - low) * step / 20.0)
          share = (mm - a_mm) / (b_mm - a_mm)
          middle = fit.ga + (share * (fit.gb - fit.ga))
          half = Estimates::Rates::Z95 * Math.sqrt(variance(fit, share))
          [mm / 10.0, middle, middle - half, middle + half].map { |value| value.round(2) }
        end
      end

      def variance(fit, share)
        (ga, both), (_, gb) = fit.covariance.first(2).map { |row| row.first(2) }
        (((1 - share)**2) * ga) + (2 * share * (1 - share) * both) + ((share**2) * gb)
      end

      def method_of(fit)
        return "Maximum likelihood with known errors of measuring." if fit.is_a?(String)

        format(
          Text.of("answers.growth_answer.maximum_likelihood_error_by_method"),
          100 * fit.nu, SPREAD.fetch(fit.spread), 100 * fit.p
        )
      end
      private_class_method :clocked, :surest, :yearly, :rounding_mm, :own_length, :season, :aic,
        :sd, :sentence, :line, :chart, :band, :variance, :method_of
    end
  end
end
