# frozen_string_literal: true

module Core
  module Records
    # One fish in hand once, as it is kept.
    #
    #   kind: "tagged" | "recaptured" | "untagged"
    #   fate: "released" | "kept" | "lost" | "dead" | ..
    #   caught_at: Time of the first tap;  caught_on: Date where it was caught
    #   length_sd_mm: of a photo, nil for what its way of measuring has
    #   place_error_m: of a place that came in with a table, nil for one that a device told
    #   read_numbers: on a recaptured fish;  spoiled_numbers, lost_numbers: of other tags
    #   air_seconds, fight_seconds, tagging_seconds: from the taps, of paper as written
    #   review: Handling::Review as it was judged;  caution_points: of it
    #   house_rules_version, own_rules_version: under which it was made
    #   source: "deck" | "paper" | "import";  recorded_by: who typed it for another member
    #   voided_because: why it does not count, with voided_at and voided_by; nil where it does
    #   collisions: what two devices said differently and nobody has chosen yet
    #   fish_id: nil until it is known
    Encounter = Value.of(*Fields::Encounter.columns) do
      def of?(member) = member_id == member.id
      def tagged? = kind == "tagged"
      def recaptured? = kind == "recaptured"
      def untagged? = kind == "untagged"
      def kept? = fate == "kept"
      def released? = fate == "released"

      # It got away before anybody could let it go: kept in mind, and counted as no catch.
      def lost? = fate == "lost"
      def on_paper? = source == "paper"

      # Whether its time in the air is known.
      def lifted? = air_seconds.to_f.positive?
      def void? = !voided_because.nil?
      def imported? = source == "import"
      def length = Fish::Length.of(to_h)

      # Plain data of each collision, its keys Strings.
      def open_collisions = collisions.to_a.map(&:to_h)

      # As it counts: of a void one nothing but that it was said.
      def counted
        return self unless void?

        with(kind: "untagged", spoiled_numbers: [], lost_numbers: [], tag_act: nil)
      end
    end
  end
end
