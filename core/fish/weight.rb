# frozen_string_literal: true

module Core
  module Fish
    # Weight that was not on a scale. Grams, unrounded.
    module Weight
      # `grams = a * cm**b`, with the species' own coefficients on its own length kind.
      # Source: Le Cren (1951), J. Anim. Ecol. 20, 201-219.
      def self.from_length(length_mm:, a:, b:) = a * ((length_mm / 10.0)**b)
    end
  end
end
