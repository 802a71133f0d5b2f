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
          sentence: "#{numbers.join(', ')} passed over before #{before}, and nobody has said why.",
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
            "#{number} was issued to #{holders[number]}, " \
              "not to you. Say whose pouch it came from.",
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
          "The phone's clock was #{off} when it sent this, so its taps may be stamped wrongly. " \
            "Mend the times.",
          { clock_ahead_seconds: seconds },
          "stages"
        )
      end

      def range
        mm = own_length&.mm
        return if mm.nil? || mm.between?(species.min_mm, species.max_mm)

        doubt(
          :length_out_of_range,
          "#{cm(mm)} is outside what a #{species.common_name} measures (#{cm(species.min_mm)} " \
            "to #{cm(species.max_mm)}). Check the length and the species.",
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
          "#{encounter.weight_g} g is #{relative.round(2)} times " \
            "what a #{species.common_name} of " \
            "#{cm(mm)} weighs. One of the two is off.",
          { relative_condition: relative.round(3) },
          "weight"
        )
      end

      def kind
        return if encounter.length_kind.nil? || encounter.length_kind == species.length_kind

        doubt(
          :other_length_kind,
          "Measured as #{encounter.length_kind}; a #{species.common_name} is compared by " \
            "#{species.length_kind}.",
          { length_kind: encounter.length_kind },
          "length"
        )
      end

      def place
        return unless on_land && encounter.lat_deg

        doubt(
          :place_on_land,
          "Its place lies on dry land. Move it on the map, or take the spot's.",
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
          "#{km.round} km in #{days} #{days == 1 ? 'day' : 'days'} is faster than a fish swims. " \
            "Check the number read and the place.",
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
          "#{growth.increment_mm.round} mm since #{before.caught_on}: shorter than before by " \
            "more than measuring explains. Check both lengths.",
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
          "The same tag was on another species before " \
            "(#{other.join(', ')}). One of the two is misread.",
          { other: other.first },
          "species"
        )
      end

      def air
        return if encounter.air_seconds.to_f <= LONG_AIR_SECONDS

        doubt(
          :long_air,
          "#{(encounter.air_seconds / 60).round(1)} minutes out of the water. " \
            "Was a tap forgotten?",
          { air_seconds: encounter.air_seconds.round },
          "air"
        )
      end

      def tare
        return unless encounter.weight_how == "scale" && encounter.tare_g.nil?

        doubt(
          :no_tare,
          "Weighed without the wet sling's own weight; the fish is lighter than written.",
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
          "As the law is entered here it was #{rule}. Check the record; local rules decide.",
          { law: law.sentence },
          "fate"
        )
      end

      def permit
        expires_on = member.permit_expires_on
        return if !encounter.tagged? || expires_on.nil? || expires_on >= encounter.caught_on

        doubt(
          :permit_expired,
          "Your permit had run out on #{Units.day_text(expires_on)} when this fish was tagged. " \
            "Tell the coordinator.",
          { expires_on: expires_on.to_s },
          nil
        )
      end

      def doubt(code, sentence, evidence, fix) = Doubt.new(code:, sentence:, evidence:, fix:).freeze
      def cm(value) = format("%.1f cm", value / 10.0)
    end
  end
end
