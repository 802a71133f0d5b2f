# frozen_string_literal: true

module Core
  module Fish
    # Weight that was not on a scale. Grams, unrounded.
    module Weight
      # `grams = a * cm**b`, with the species' own coefficients on its own length kind.
      # Source: Le Cren (1951), J. Anim. Ecol. 20, 201-219.
      def self.from_length(length_mm:, a:, b:) = a * ((length_mm / 10.0)**b)

      # Whole grams without the wet sling; a sling heavier than all of it cannot be.
      # Raises InvalidInput :tare_above_gross.
      def self.net_g(gross_g:, tare_g:)
        return gross_g - tare_g if tare_g < gross_g

        raise InvalidInput.at(
          "tare_g",
          :tare_above_gross,
          "The sling (#{tare_g} g) is not lighter than the #{gross_g} g on the scale. Check both."
        )
      end

      # From the girth, where it was taken: a round fish by its thickest place. House rule of the
      # trade, in centimetres and grams.
      def self.from_girth(length_mm:, girth_mm:)
        (length_mm / 10.0) * ((girth_mm / 10.0)**2) / 28.9
      end
    end
  end
end
