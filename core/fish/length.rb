# frozen_string_literal: true

module Core
  module Fish
    # One measured length: never a bare number, always with its kind and its method.
    #
    #   mm:     Integer or Float > 0
    #   kind:   "FL" snout to fork | "TL" snout to the end of the tail | "SL" snout to the root of
    #           the tail, in old tables only | "DW" disc width | "CW" shell width
    #   how:    "board" | "tape" | "photo" | "ruler" | "estimate"
    #   sd_mm:  one standard deviation of its error; by method unless a photo brought its own
    #
    # The errors by method are house rules.
    class Length
      KINDS = {
        "FL" => "fork length",
        "TL" => "total length",
        "SL" => "standard length",
        "DW" => "disc width",
        "CW" => "shell width"
      }.freeze
      KIND_BY_TAIL = {
        "forked" => "FL", "crescent" => "FL", "square" => "TL", "rounded" => "TL", "uneven" => "TL",
        "disc" => "DW", "shell" => "CW"
      }.freeze
      SD_MM_BY_METHOD = {
        "board" => 3.0,
        "tape" => 6.0,
        "ruler" => 12.0,
        "estimate" => 40.0
      }.freeze
      METHODS = (SD_MM_BY_METHOD.keys + ["photo"]).freeze

      # Two-sided 95 % of a normal error.
      Z95 = 1.96

      attr_reader :mm, :kind, :how, :sd_mm

      # From the columns that keep one: { length_mm:, length_kind:, length_how:, length_sd_mm: };
      # nil when it was not measured.
      def self.of(row)
        mm, kind, how, sd_mm = row.values_at(:length_mm, :length_kind, :length_how, :length_sd_mm)
        mm && new(mm:, kind:, how:, sd_mm:)
      end

      def initialize(mm:, kind:, how:, sd_mm: nil)
        @mm = mm
        @kind = kind
        @how = how
        # A photo that nobody measured is worth no more than an estimate.
        @sd_mm = sd_mm || SD_MM_BY_METHOD.fetch(how, SD_MM_BY_METHOD["estimate"])
        freeze
      end

      # The same fish's length in another kind, its error grown by the conversion's own.
      # nil when the species has no conversion between the two, and for a length so short that the
      # line leaves nothing of it: unknown is not guessed.
      #
      # Source: linear morphometric regression TL = a + b FL with its standard error of prediction,
      # and the same of the standard length; what is converted twice has the errors of both.
      def convert(to:, fl_to_tl:, sl_to_tl: nil)
        return self if kind == to

        case [kind, to]
        when %w[FL TL] then fl_to_tl && onto(to, fl_to_tl)
        when %w[TL FL] then fl_to_tl && back_from(to, fl_to_tl)
        when %w[SL TL], %w[SL FL]
          sl_to_tl && onto("TL", sl_to_tl)&.convert(to:, fl_to_tl:)
        end
      end

      # Half the width of the 95 % interval.
      def margin_mm = Z95 * sd_mm

      # Held against a limit in the same kind, with the error of measuring: :under | :near | :over.
      def against(limit_mm)
        return :near if (mm - limit_mm).abs <= margin_mm

        mm < limit_mm ? :under : :over
      end

      def ==(other) = other.is_a?(Length) && to_h == other.to_h

      def to_h = { mm:, kind:, how:, sd_mm: }

      private

      def onto(to, line)
        a, b, se = line.values_at(:a_mm, :b, :se_mm)
        total = a + (b * mm)
        return nil unless total.positive?

        with(mm: total, kind: to, sd_mm: Math.hypot(b * sd_mm, se))
      end

      def back_from(to, line)
        a, b, se = line.values_at(:a_mm, :b, :se_mm)
        return nil unless mm > a

        with(mm: (mm - a) / b, kind: to, sd_mm: Math.hypot(sd_mm, se) / b)
      end

      def with(**changes) = self.class.new(**to_h, **changes)
    end
  end
end
