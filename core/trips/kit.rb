# frozen_string_literal: true

module Core
  module Trips
    # The checklist of a plan: each item with its reason and, where it has a number, a test against
    # what the member owns.
    #
    # An item: { key:, name:, required:, reason:, source:, state:, detail: }
    #   state: :fits | :does_not_fit | :not_owned | :owned (no number to test)
    #   detail: how much is missing, or what fits
    #
    # Source: house rules; the table of guilds; schools B, C, E, F, J, M, Q.
    class Kit
      FORCEPS_MM = 150
      LONG_FORCEPS_MM = 280
      # A scale is read near the middle of its range: capacity over the heaviest expected fish.
      SCALE_MARGIN = 1.1
      # Fish heavier than this are not carried by hand.
      CRADLE_FROM_G = 8000
      TOOTHED = %i[long_jawed_toothed toothed_marine sharks].freeze
      GLOVED = %i[bass_like flat_headed_ambusher billed].freeze

      def self.call(**settings) = new(**settings).items

      def initialize(plan:, locker:, rules:, trained_to_vent: false)
        @plan = plan
        @locker = locker
        @rules = rules
        @trained_to_vent = trained_to_vent
      end

      def items
        [
          net, handle, forceps, long_forceps, long_cutter, bill_glove, cutters, remover, board,
          tape, scale, sling, cradle, bucket, cover, foam, gloves, grip, release_tool, spreaders,
          descender, venting, antiseptic, applicator, needles, sheets, camera, towel, first_aid,
          *keeping, net_ready
        ].compact
      end

      private

      attr_reader :plan, :locker, :rules

      def net
        return nil if plan.lifted.empty?
        return untouched_net if every_guild?(:net, :surface_release)
        return by_hand_net if every_guild?(:net, :by_hand)

        reason =
          Text.of("trips.kit.knotless_rubber_the_longest_expected",
            longest_mm: cm(plan.longest_lifted_mm))
        if locker.net_hoop_mm && !locker.net_rubber
          return (
            item(
              thing(:net, "landing net", reason, "school F"),
              :does_not_fit, "the net is not knotless rubber"
            )
          )
        end

        numeric(
          thing(:net, "landing net", reason, "school F"),
          locker.net_hoop_mm, plan.longest_lifted_mm, "mm hoop"
        )
      end

      def untouched_net
        item(
          thing(
            :net, "landing net",
            Text.of("trips.kit.under_the_house_rule_small"),
            "school F", required: false
          ),
          owned_state(:net_hoop_mm)
        )
      end

      def by_hand_net
        item(
          thing(
            :net, "landing net",
            "Fish are taken by hand in the shallows under the house rule.",
            "school F", required: false
          ),
          owned_state(:net_hoop_mm)
        )
      end

      def every_guild?(question, school)
        plan.guild_keys.any? &&
          plan.guild_keys.all? { |guild| rules.school(question, guild) == school }
      end

      # It fits only where the net reaches the fish: see Landing.
      def handle
        return nil if every_guild?(:net, :by_hand) || plan.lifted.empty?

        need_m = [
          plan.hand_height_m + 0.5,
          Math.hypot(plan.hand_height_m, locker.hoop_radius_m) + 0.1
        ].max
        numeric(
          thing(
            :handle, "net handle",
            Text.of(
              "trips.kit.your_hand_is_m_above", hand_height_m: Units.tenths(plan.hand_height_m)
            ),
            "geometry", required: !every_guild?(:net, :surface_release)
          ),
          locker.net_handle_m && (locker.net_handle_m * 1000).round, (need_m * 1000).round, "mm"
        )
      end

      def forceps
        long = (locker.forceps_mm || []).count { |mm| mm >= FORCEPS_MM }
        state = if long >= 2 then :fits
        else long.zero? ? :not_owned : :does_not_fit
        end
        item(
          thing(
            :forceps, "two pairs of long-nosed forceps",
            "One gets dropped. Sometimes one holds and one turns.",
            "house rule"
          ),
          state, long == 1 ? "one pair missing" : nil
        )
      end

      def long_forceps
        return nil unless plan.guild_keys.intersect?(TOOTHED)

        numeric(
          thing(
            :long_forceps, "extra long forceps",
            "Toothed fish are expected: hands stay away from the mouth.",
            "guild table"
          ),
          (locker.forceps_mm || []).max, LONG_FORCEPS_MM, "mm"
        )
      end

      # For fish that stay beside the boat.
      def long_cutter
        return nil unless never_lifted?

        owned(
          :long_cutter, "cutter with a long handle", true,
          "Such a fish stays in the water. Cut the line close from above.", "house rule"
        )
      end

      def bill_glove
        return nil unless plan.guild_keys.include?(:billed)

        owned(
          :bill_glove, "bill glove", true,
          "The bill is held from the moment the fish is beside the boat.", "house rule"
        )
      end

      def never_lifted? = plan.lifted.size < plan.species.size

      # A fish for the table dies quickly and stays cold; a gaff is for no other.
      def keeping
        return [] unless plan.keeps && rules.school(:keep) == :as_law_allows

        [
          owned(
            :dispatch_tool, "dispatch tool", true,
            "One firm blow over the eyes. A kept fish suffers least when it is quick.", "house rule"
          ),
          owned(
            :cool_box, "ice or cool box", true,
            "Bleed it, and keep it on ice from the first minute.", "house rule"
          ),
          owned(
            :gaff, "gaff", false, "Only for a fish that is certainly kept, and where it is lawful.",
            "house rule"
          )
        ]
      end

      def cutters
        need = locker.hook_wire_mm || 2.0
        numeric(
          thing(
            :cutters, "hook cutters",
            Text.of("trips.kit.they_must_go_through_the", need:),
            "house rule"
          ),
          locker.cutters_mm, need, "mm wire"
        )
      end

      def remover
        owned(
          :line_remover, "line-guided hook remover", true,
          "Turns a hook out in the water, without a hand in the mouth.", "house rule"
        )
      end

      def board
        return nil if plan.lifted.empty?

        longest_mm = plan.longest_lifted_mm
        numeric(
          thing(
            :board, "slick wet board",
            Text.of("trips.kit.board_size", longest_mm: cm(longest_mm)),
            "school C", required: locker.tape_mm.to_i < longest_mm
          ),
          locker.board_mm, longest_mm, "mm"
        )
      end

      def tape
        return nil if locker.board_mm.to_i >= plan.longest_mm

        numeric(
          thing(:tape, "measuring tape", "For fish longer than the board.", "house rule"),
          locker.tape_mm, plan.longest_mm, "mm"
        )
      end

      def scale
        return nil if plan.lifted.empty?

        need = (plan.heaviest_lifted_g * SCALE_MARGIN / 1000).ceil(1)
        numeric(
          thing(
            :scale, "scale, zeroed with the wet sling on it",
            "The heaviest expected fish is #{(plan.heaviest_lifted_g / 1000).round(1)} kg.",
            "house rule", required: false
          ),
          locker.scale_kg, need, "kg"
        )
      end

      def sling
        owned(
          :sling,
          "weighing sling",
          rules.school(:surface) == :sling_and_mat || plan.guild_keys.include?(:carp_like),
          "Weight hangs in the sling, never from the jaw.",
          "school C"
        )
      end

      # For what is too heavy, and for what is tagged in the water.
      def cradle
        if plan.heaviest_lifted_g >= CRADLE_FROM_G
          heaviest_kg = (plan.heaviest_lifted_g / 1000).round
          return owned(
            :cradle, "cradle or stretcher", true,
            Text.of("trips.kit.fish_up_to_kg_are", heaviest_g: heaviest_kg), "house rule"
          )
        end

        names = tagged_in_water.map(&:common_name)
        return nil if names.empty?

        by_hand = every_guild?(:net, :by_hand)
        owned(
          :cradle, "cradle", by_hand,
          Text.of(
            "trips.kit.a_lift_may_be_too", names: names.join(", "),
            or_net: by_hand ? "" : "the net or "
          ),
          "school Q"
        )
      end

      # Species whose tag goes in in the water, when fresh and of usual size in the water of the
      # plan.
      def tagged_in_water
        plan.species.select do |species|
          next false unless species.taggable? && !species.guild.is?(:never_lifted)

          situation =
            Handling::Situation.new(
              species:, rules:, water: plan.water, encounter: { water_temp_c: plan.warmest_c }
            )
          Handling::TagDecision.for_situation(situation)[:where] == :water
        end
      end

      def bucket
        owned(
          :bucket, "bucket of water from where you fish", false,
          "For short waits, board and hands. Renew it often. Sea fish die in tap water.",
          "house rule"
        )
      end

      def cover
        return nil if rules.school(:surface) == :board_bare

        owned(
          :head_cover, "wet smooth head cover", true, "Eyes covered, it lies still for the tag.",
          "school C"
        )
      end

      def foam
        return unless rules.school(:surface) == :foam_and_cover

        owned(:foam, "wet foam", true, "The house lays fish on soaked foam.", "school C")
      end

      def gloves
        return nil unless rules.school(:touch) == :gloves_at_jaw

        needed = plan.guild_keys.intersect?(GLOVED)
        owned(
          :gloves, "wet smooth gloves", needed,
          (
            if needed
              "A jaw or bill is held: a safe hand holds still."
            else
              "Allowed where a jaw is held. Wet them first."
            end
          ),
          "school B"
        )
      end

      def grip
        return nil if rules.school(:grips) == :none

        state = {
          "swivel" => :fits,
          "fixed" => rules.school(:grips) == :free ? :fits : :does_not_fit
        }.fetch(locker.grip, :not_owned)
        item(
          thing(
            :grip, "lip grip",
            "A fish that rolls in a fixed grip splits its jaw.",
            "school E", required: false
          ),
          state, (
            "only a swivel head, in the water or with the body supported" if state == :does_not_fit
          )
        )
      end

      def release_tool
        return nil unless plan.guild_keys.include?(:toothed_marine)

        owned(
          :release_tool, "release tool", true,
          "Razor teeth: unhooked in the water, no hands near the head.", "guild table"
        )
      end

      def spreaders
        return unless plan.guild_keys.intersect?(TOOTHED)

        owned(
          :jaw_spreaders, "jaw spreaders", false, "Keep a toothed mouth open while you cut.",
          "house rule"
        )
      end

      def descender
        deep =
          plan
            .species
            .filter_map { |animal| Budgets.for(species: animal, plan:, rules:)[:pressure] }
            .filter_map { |animal| animal[:lead_kg] }
            .max
        return nil if deep.nil? || rules.school(:pressure) != :descend

        numeric(
          thing(
            :descender, "descending device",
            Text.of(
              "trips.kit.fish_from_m_come_up", depth_to_m: plan.depth_to_m, deep: deep.round(2)
            ),
            "school J"
          ),
          locker.descender_kg, deep.round(2), "kg"
        )
      end

      def venting
        deep =
          plan.species.any? do |animal|
            (depths = Budgets.depths(animal, plan, rules)) &&
              plan.depth_to_m.to_f >= depths[:likely_m]
          end
        return nil unless deep && @trained_to_vent && rules.school(:pressure) == :vent

        owned(
          :venting_needle, "venting needle", true,
          Text.of("trips.kit.you_are_trained_and_the"),
          "school J"
        )
      end

      def antiseptic
        return unless rules.school(:wound) == :antiseptic

        owned(
          :antiseptic, "antiseptic", false,
          "Allowed in cool weather and with a permit. Skip it in heat.", "school M"
        )
      end

      def applicator
        numeric(
          thing(
            :applicators, "tag applicator",
            "Hand applicator or gun, as your tags ask. Clean and sharp.", "house rule"
          ),
          positive(locker.applicators), 1, ""
        )
      end

      def needles
        numeric(
          thing(
            :spare_needles, "spare needle",
            "A blunt needle tears. Carry a second one.",
            "house rule"
          ),
          positive(locker.spare_needles), 1, ""
        )
      end

      def sheets
        owned(
          :pencil_sheets, "pencil and waterproof sheets", true, "When the phone is wet or flat.",
          "house rule"
        )
      end

      def camera
        owned(
          :camera, "camera or phone, charged, lens clear", false,
          if plan.alone
            "You are alone: aim and set it before you lift the fish."
          else
            "A photo of the fish, then one of the number."
          end,
          "house rule"
        )
      end

      def towel = owned(:towel, "towel", false, "For hands only, never for the fish.", "house rule")

      def first_aid
        owned(
          :first_aid, "first aid", true,
          (
            if plan.alone
              "You are alone: keep it within reach, and tell somebody where you are."
            else
              "Hooks, spines and teeth."
            end
          ),
          "house rule"
        )
      end

      # The last call: hands are full from here on.
      def net_ready
        item(
          thing(
            :net_ready, "net set up on the far side from the rod hand",
            "Searching for a net while a fish hangs on the line is the most common mistake.",
            "house rule"
          ),
          :owned
        )
      end

      def owned(key, name, required, reason, source)
        item(thing(key, name, reason, source, required:), owned_state(key))
      end

      def owned_state(key) = locker[key] ? :owned : :not_owned

      def numeric(thing, have, need, unit)
        return item(thing, :not_owned, "needs #{need} #{unit}".strip) if have.nil?
        return item(thing, :fits, "#{have} #{unit}".strip) if have >= need

        short = "#{have} #{unit}, #{(need - have).round(2)} short".sub(" ,", ",")
        item(thing, :does_not_fit, short)
      end

      def item(thing, state, detail = nil) = { **thing, state:, detail: }.freeze

      def thing(key, name, reason, source, required: true)
        { key:, name:, required:, reason:, source: }
      end

      def positive(count) = count.to_i.positive? ? count : nil

      def cm(mm) = "#{(mm / 10.0).round} cm"
    end
  end
end
