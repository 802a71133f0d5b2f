# frozen_string_literal: true

module Core
  module Answers
    # Lengths and weights.
    module LengthAnswers
      LEAST_FISH = 10
      # Under so many in a month its mean says nothing.
      LEAST_IN_A_MONTH = 5
      MONTHS = %w[Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec].freeze
      ASSUMPTIONS = [
        { key: "gear_takes_all", text: "Small and large fish are caught alike." },
        { key: "scale_true", text: "Scales are accurate, and the sling's weight is subtracted." }
      ].freeze

      module_function

      # lengths: as Store::Water#lengths, of one species and kind;  weighed: as #weighed
      def of(lengths, weighed, species:, kind:)
        [histogram(lengths, species, kind), weight(weighed, species, kind)]
      end

      def histogram(classes, species, kind)
        n = classes.sum { |row| row[:fish] }
        bars = classes.map { |row| [(row[:from_mm] / 10).to_s, row[:fish], nil, nil] }
        common = {
          key: "lengths", title: "Lengths of #{species}", n:, assumptions: ASSUMPTIONS.first(1),
          columns: ["from, cm", "fish"], rows: bars.map { |row| row.first(2) },
          chart: { kind: "bars", x: "cm #{kind}, classes of 2", y: "fish", bars: },
          worked_out: "Counts in classes of 2 cm.", source: nil
        }
        if n < LEAST_FISH
          return (
            Answer.new(**common, missing: "This needs #{LEAST_FISH} fish: #{LEAST_FISH - n} more.")
          )
        end

        low, middle, high = [0.1, 0.5, 0.9].map { |share| quantile(classes, n, share) }
        Answer.new(
          **common,
          sentence: Text.of(
            "answers.length_answers.half_of_were_under_cm", n: Words.fish(n), middle:, low:, high:
          )
        )
      end

      # The upper end of the class that holds so much of all, in cm.
      def quantile(classes, n, share)
        left = share * n
        classes.each do |row|
          left -= row[:fish]
          return (row[:from_mm] / 10) + 2 if left <= 0
        end
        (classes.last[:from_mm] / 10) + 2
      end

      def weight(rows, species, kind)
        fit = Estimates::WeightAtLength.fit(rows)
        common = {
          key: "weight", title: "Weight of #{species} at its length", n: rows.size,
          assumptions: ASSUMPTIONS.last(1),
          source: "Le Cren (1951), J. Anim. Ecol. 20, 201-219", worked_out: weight_method(fit),
          columns: ["month", "fish", "against what is usual, %"],
          rows: fit.is_a?(String) ? [] : condition(rows, fit),
          chart: { kind: "scatter", x: "cm #{kind}", y: "g",
                   points: rows.map { |row| [row[:length_cm], row[:weight_g], nil] },
                   line: fit.is_a?(String) ? [] : curve(rows, fit) }
        }
        return Answer.new(**common, missing: fit) if fit.is_a?(String)

        middle_cm = rows.map { |row| row[:length_cm] }.sort[rows.size / 2].round
        low, high =
          [-1, 1].map do |side|
            (fit.weight_g(middle_cm) * Math.exp(side * 1.96 * fit.spread)).round
          end
        Answer.new(
          **common,
          sentence: Text.of(
            "answers.length_answers.of_cm_weigh_g_nineteen", species:, middle_cm:,
            weight_g: fit.weight_g(middle_cm).round, low:, high:, rows: Words.fish(rows.size)
          )
        )
      end

      def curve(rows, fit)
        low, high = rows.map { |row| row[:length_cm] }.minmax
        (0..20).map do |step|
          cm = low + ((high - low) * step / 20.0)
          sides = [0, -1, 1].map { |side| fit.weight_g(cm) * Math.exp(side * 1.96 * fit.spread) }
          [cm.round(1), *sides.map(&:round)]
        end
      end

      # Relative condition: what they weigh against what is usual.
      def condition(rows, fit)
        groups = rows.group_by { |row| row[:month] }.sort
          .map { |month, here| [MONTHS[month - 1], here] }
        groups << ["with an old hook scar", rows.select { |row| row[:scarred] }]
        groups.filter_map do |name, here|
          next if here.size < LEAST_IN_A_MONTH

          mean = here.sum { |row| row[:weight_g] / fit.weight_g(row[:length_cm]) } / here.size
          [name, here.size, (100 * mean).round(1)]
        end
      end

      def weight_method(fit)
        return "A straight line of logarithms." if fit.is_a?(String)

        format(
          "A straight line of logarithms: g = %.5f cm^%.3f (95 %% of the exponent %.2f to %.2f).",
          Math.exp(fit.log_a),
          fit.b,
          fit.b - (1.96 * fit.b_error),
          fit.b + (1.96 * fit.b_error)
        )
      end
      private_class_method :histogram, :quantile, :weight, :curve, :condition, :weight_method
    end
  end
end
