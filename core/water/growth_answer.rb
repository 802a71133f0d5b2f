# frozen_string_literal: true

module Core
  module Water
    # How fast fish grow, from those that were measured twice. W2.
    module GrowthAnswer
      ASSUMPTIONS = [
        { key: "growth_untouched", text: "A tag does not slow a fish's growth." },
        { key: "growth_measured_alike", text: "Fish are laid straight and read alike both times." }
      ].freeze
      SOURCE = "Francis (1988), N. Z. J. Mar. Freshw. Res. 22, 43-51"

      module_function

      # A curve that matching may go by: from so many fish, its two growths known to this share.
      # House rule.
      LEAST_FISH = 60
      MOST_ERROR = 0.2

      # rows: as Store::Water#increments tells them, of one species. Returns [the rows with the
      # errors of both lengths, an Estimates::Growth::Fit or a sentence].
      def fit(rows)
        known = rows.map { |row| row.merge(sd1_mm: sd(row, 1), sd2_mm: sd(row, 2)) }
        [known, Estimates::Growth.fit(known)]
      end

      # Whether matching may go by it.
      def sound?(fit)
        return false if fit.is_a?(String) || fit.n < LEAST_FISH || fit.errors.nil?

        %i[ga gb].all? { |name| fit.errors[name] <= MOST_ERROR * fit.ga }
      end

      # known, fit: as .fit returns them;  seasonal: Estimates::SeasonalGrowth::Fit or a sentence;
      # species: its name
      def of(known, fit, species:, kind:, seasonal: nil)
        common = {
          key: "growth", title: "Growth of #{species}", n: known.size, assumptions: ASSUMPTIONS,
          source: SOURCE, worked_out: [method_of(fit), aic(seasonal)].compact.join(" "),
          columns: COLUMNS,
          rows: known.map { |row| line(row, fit) }
        }
        if fit.is_a?(String)
          return Answer.new(**common, missing: fit, chart: chart(known, kind, nil))
        end

        said = [sentence(fit, species), season(seasonal)].compact.join(" ")
        Answer.new(**common, sentence: said, chart: chart(known, kind, fit))
      end

      # What the better of the two models says of the year; nothing without an interval.
      def season(found)
        return nil unless found.is_a?(Estimates::SeasonalGrowth::Fit)
        return "Seasons of growth are not seen: one even curve tells as much." unless found.better?
        return nil if found.u_low.nil?

        days = Estimates::Rates::Z95 * found.w_error * YEAR_DAYS
        on = Date.new(2001, 1, 1) + (found.w * YEAR_DAYS).floor
        "Growth swings by #{Words.percent_of({ share: found.u, low: found.u_low,
                                               high: found.u_high })} about the year's mean, " \
          "fastest about #{on.day} #{Date::MONTHNAMES[on.month]} (give or take " \
          "#{days.round} days)."
      end

      YEAR_DAYS = 365

      def aic(found)
        return nil if found.nil?
        return found if found.is_a?(String)

        format("AIC of one even curve %<even>.1f, with a season %<seasonal>.1f (%<n>d fish).",
          even: found.even_aic, seasonal: found.aic, n: found.n)
      end

      COLUMNS = [
        "tagged at, cm", "again at, cm", "years", "grown, mm", "expected, mm", "doubt"
      ].freeze

      def sd(row, which)
        mm, how, sd_mm = row.values_at(:"l#{which}_mm", :"how#{which}", :"sd#{which}_mm")
        Fish::Length.new(mm:, kind: nil, how:, sd_mm:).sd_mm
      end

      def sentence(fit, species)
        a, b = [fit.a_mm, fit.b_mm].map { |mm| (mm / 10).round }
        ga, gb = %i[ga gb].map { |name| rate(fit, name) }
        doubts = fit.doubts.size
        said =
          "#{species} of #{a} cm grow #{ga} mm in a year, of #{b} cm #{gb}: " \
            "#{Words.fish(fit.n)} measured twice."
        doubts.zero? ? said : "#{said} #{doubts} of them hardly can be right, and are marked."
      end

      def rate(fit, name)
        error = fit.errors && (Estimates::Rates::Z95 * fit.errors[name])
        return format("%.0f", fit[name]) if error.nil?

        Words.span(fit[name], fit[name] - error, fit[name] + error)
      end

      def line(row, fit)
        expected = fit.is_a?(String) ? nil : fit.grown(row[:l1_mm], row[:years])&.round
        [
          row[:l1_mm] / 10.0, row[:l2_mm] / 10.0, row[:years].round(2), row[:l2_mm] - row[:l1_mm],
          expected, !fit.is_a?(String) && fit.doubts.include?(row) ? "doubtful" : nil
        ]
      end

      # Growth in a year against the length at tagging; within a year it is a straight line.
      def chart(rows, kind, fit)
        shown = rows.select { |row| row[:years] >= 0.25 }
        points = shown.map do |row|
          [row[:l1_mm] / 10.0, ((row[:l2_mm] - row[:l1_mm]) / row[:years]).round(1),
            row[:story_key]]
        end
        { kind: "scatter", x: "length when tagged, cm #{kind}", y: "grown in a year, mm", points:,
          line: fit ? band(fit, shown.map { |row| row[:l1_mm] }.minmax) : [] }
      end

      # Growth of the first year lies on a line between the two lengths; its error follows.
      def band(fit, (low, high))
        return [] if low.nil?

        (0..20).map do |step|
          mm = low + ((high - low) * step / 20.0)
          share = (mm - fit.a_mm) / (fit.b_mm - fit.a_mm)
          middle = fit.ga + (share * (fit.gb - fit.ga))
          half = fit.covariance ? Estimates::Rates::Z95 * Math.sqrt(variance(fit, share)) : 0
          [mm / 10.0, middle, middle - half, middle + half].map { |one| one.round(2) }
        end
      end

      def variance(fit, share)
        (ga, both), (_, gb) = fit.covariance.first(2).map { |row| row.first(2) }
        (((1 - share)**2) * ga) + (2 * share * (1 - share) * both) + ((share**2) * gb)
      end

      def method_of(fit)
        return "Maximum likelihood with known errors of measuring." if fit.is_a?(String)

        format(
          "Maximum likelihood; error by method of measuring, individuals spread by %.0f %% of " \
            "their growth, %.0f %% of rows spoiled. K %.3f a year, asymptotic length %.0f mm.",
          100 * fit.nu,
          100 * fit.p,
          fit.k,
          fit.linf_mm
        )
      end
      private_class_method :season, :aic, :sd, :sentence, :rate, :line, :chart, :band, :variance,
        :method_of
    end
  end
end
