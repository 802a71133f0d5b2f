# frozen_string_literal: true

module Core
  module Checks
    # The doubts about one stored record: accepted, but flagged. Errors never get this far; they
    # hold the record.
    #
    #   encounter: Records::Encounter;  put_numbers: of the tags that it put in
    #   species:   Fish::Species
    #   holders:   { number => name of another member it was issued to }
    #   catches:   the fish's other catches, [Recaptures::Catch] or []
    #   law:       Law::Entry or nil;  member: as Trips::Authorisation takes it;  on_land: whether
    #              its place lies on dry land
    #
    # Returns [Doubt]: code, sentence, evidence: { name => value }, fix (the field that would settle
    # it).
    class Record < Value.of(
      :encounter, :species, :holders, :catches, :law, :member, :on_land, put_numbers: [].freeze
    )
      Doubt = Struct.new(:code, :sentence, :evidence, :fix, keyword_init: true)
      KN_RANGE = (0.5..1.8)
      FASTEST_KM_PER_DAY = 100
      LONG_AIR_SECONDS = 300
      # A phone whose clock is farther off than this has stamped its taps wrongly. House rule.
      CLOCK_OFF_SECONDS = 600

      def self.doubts(...) = new(...).doubts

      # The doubt about a fish before whose number others were passed over.
      def self.gap(numbers, before:)
        Doubt.new(
          code: :tag_gap,
          sentence: "#{numbers.join(', ')} is missing before #{before}, and nobody has said why.",
          evidence: { numbers: },
          fix: "tags"
        )
      end

      def initialize(**fields)
        @before = fields.fetch(:catches)
          .select { |caught| caught.caught_on <= fields[:encounter].caught_on }
          .max_by(&:caught_on)
        super
      end

      def doubts
        [
          *foreign_tags, range, condition, kind, place, speed, shrank, two_species, air, tare,
          unlawful, permit, clock
        ].compact
      end

      private

      def length = encounter.length

      # In the species' own kind, nil when that cannot be told.
      def own_length = species.convert(length)

      def foreign_tags
        (put_numbers & holders.keys).map do |number|
          doubt(
            :tag_of_another,
            "#{number} was issued to #{holders[number]}, not to you. Say whose pouch it came from.",
            { number: },
            "tags"
          )
        end
      end

      def clock
        seconds = encounter.clock_ahead_seconds
        return if seconds.nil? || seconds.abs <= CLOCK_OFF_SECONDS

        off = "#{(seconds.abs / 60.0).round} minutes #{seconds.positive? ? 'ahead' : 'behind'}"
        doubt(
          :clock_off,
          Text.of("checks.record.the_phones_clock_was_when", off:),
          { clock_ahead_seconds: seconds },
          "stages"
        )
      end

      def range
        mm = own_length&.mm
        return if mm.nil? || mm.between?(species.min_mm, species.max_mm)

        doubt(
          :length_out_of_range,
          Text.of(
            "checks.record.is_outside_the_range_of", mm: cm(mm), common_name: species.common_name,
            min_mm: cm(species.min_mm), max_mm: cm(species.max_mm)
          ),
          { length_mm: mm.round },
          "length"
        )
      end

      def condition
        mm = own_length&.mm
        return if mm.nil? || encounter.weight_g.nil?

        relative = encounter.weight_g / species.weight_g_at(mm)
        return if KN_RANGE.cover?(relative)

        doubt(
          :weight_and_length,
          Text.of(
            "checks.record.g_is_times_the_usual", weight_g: encounter.weight_g,
            relative: relative.round(2), common_name: species.common_name, mm: cm(mm)
          ),
          { relative_condition: relative.round(3) },
          "weight"
        )
      end

      def kind
        return if encounter.length_kind.nil? || encounter.length_kind == species.length_kind

        doubt(
          :other_length_kind,
          Text.of(
            "checks.record.measured_as_a_is_compared", length_kind: encounter.length_kind,
            common_name: species.common_name, compared_kind: species.length_kind
          ),
          { length_kind: encounter.length_kind },
          "length"
        )
      end

      def place
        return unless on_land && encounter.lat_deg

        doubt(
          :place_on_land,
          "Its place is on dry land. Move it on the map, or use the spot's place.",
          encounter.slice(:lat_deg, :lon_deg),
          "place"
        )
      end

      # The fish's catch before this one.
      attr_reader :before

      def speed
        return if before.nil? || !before.placed? || encounter.lat_deg.nil?

        km =
          Geography::Geodesic.line(
            *before.place, encounter.lat_deg, encounter.lon_deg
          ).distance_m / 1000.0
        days = [(encounter.caught_on - before.caught_on).to_i, 1].max
        return if km / days <= FASTEST_KM_PER_DAY

        doubt(
          :too_fast,
          Text.of(
            "checks.record.km_in_is_faster_than", km: km.round, days:,
            unit: days == 1 ? "day" : "days"
          ),
          { km: km.round(1), days: },
          "place"
        )
      end

      def shrank
        return if length.nil? || before.nil? || before.length.nil?

        growth =
          Recaptures::Growth.between(
            first: before.length,
            second: length,
            days: (encounter.caught_on - before.caught_on).to_i,
            species:
          )
        return if growth.verdict != :shorter

        doubt(
          :shrank,
          Text.of(
            "checks.record.mm_since_shorter_than_before", increment_mm: growth.increment_mm.round,
            caught_on: before.caught_on
          ),
          { increment_mm: growth.increment_mm.round },
          "length"
        )
      end

      def two_species
        codes = catches.filter_map(&:species_code)
        other = codes.uniq - [encounter.species_code]
        return unless other.any?

        doubt(
          :two_species,
          Text.of("checks.record.the_same_tag_was_on", other: other.join(", ")),
          { other: other.first },
          "species"
        )
      end

      def air
        return if encounter.air_seconds.to_f <= LONG_AIR_SECONDS

        doubt(
          :long_air,
          Text.of(
            "checks.record.minutes_out_of_the_water",
            air_seconds: (encounter.air_seconds / 60).round(1)
          ),
          { air_seconds: encounter.air_seconds.round },
          "air"
        )
      end

      def tare
        return unless encounter.weight_how == "scale" && encounter.tare_g.nil?

        doubt(
          :no_tare,
          "Weighed without the wet sling's own weight, so the fish is lighter than recorded.",
          { weight_g: encounter.weight_g },
          "tare"
        )
      end

      def unlawful
        return if law.nil? || !encounter.kept?
        unless law.open_on?(encounter.caught_on)
          return broken("kept out of season (#{law.sentence})")
        end
        return if length.nil?

        legal = species.convert(length, to: law.length_kind)
        verdict =
          legal && Law::Slot.verdict(length: legal, min_mm: law.min_mm, max_mm: law.max_mm)
        return unless %i[below above].include?(verdict)

        broken("kept at #{cm(legal.mm)}, #{verdict} what may be kept (#{law.sentence})")
      end

      def broken(rule)
        doubt(
          :law,
          "By the law as entered here it was #{rule}. Check the record. Local rules decide.",
          { law: law.sentence },
          "fate"
        )
      end

      def permit
        expires_on = member.permit_expires_on
        return if !encounter.tagged? || expires_on.nil? || expires_on >= encounter.caught_on

        doubt(
          :permit_expired,
          Text.of(
            "checks.record.your_permit_had_expired_on", expires_on: Units.day_text(expires_on)
          ),
          { expires_on: expires_on.to_s },
          nil
        )
      end

      def doubt(code, sentence, evidence, fix) = Doubt.new(code:, sentence:, evidence:, fix:).freeze
      def cm(value) = format("%.1f cm", value / 10.0)
    end
  end
end
