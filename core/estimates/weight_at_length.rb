# frozen_string_literal: true

module Core
  module Estimates
    # Weight at length, g = a cm^b, as a straight line of logarithms.
    # Source: Le Cren (1951), J. Anim. Ecol. 20, 201-219; ordinary least squares.
    module WeightAtLength
      LEAST_FISH = 15
      Fit = Struct.new(:log_a, :b, :log_a_error, :b_error, :spread, :n, keyword_init: true) do
        # What is usual at a length.
        def weight_g(length_cm) = Math.exp(log_a) * (length_cm**b)
      end

      module_function

      # rows: [{ length_cm:, weight_g: }]. Returns a Fit, or a sentence.
      def fit(rows)
        n = rows.size
        if n < LEAST_FISH
          return "This needs #{LEAST_FISH} fish weighed and measured: #{LEAST_FISH - n} more."
        end

        xs = rows.map { |row| Math.log(row[:length_cm]) }
        ys = rows.map { |row| Math.log(row[:weight_g]) }
        x, y = xs.sum / n, ys.sum / n
        across = xs.sum { |other_x| (other_x - x)**2 }
        return "All of them have one length, so weight by length is not known." if across < 1e-6

        b = xs.zip(ys).sum { |other_y, other| (other_y - x) * (other - y) } / across
        log_a = y - (b * x)
        spread = Math.sqrt(xs.zip(ys).sum { |y, other| (other - log_a - (b * y))**2 } / (n - 2))
        Fit.new(
          log_a:, b:, n:, spread:, b_error: spread / Math.sqrt(across),
          log_a_error: spread * Math.sqrt((1.0 / n) + ((x**2) / across))
        )
      end
    end
  end
end
