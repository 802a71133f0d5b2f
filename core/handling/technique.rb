# frozen_string_literal: true

module Core
  module Handling
    # Which technique card shows what a line of now says: see Practice::Techniques.
    module Technique
      CARDS = {
        tag_in_water: "tag", surface: "measure", wound: "wound", revive: "revive",
        weak: "revive", tail: "revive", watch: "fetch_floater", gill: "cut_deep", eye: "turn",
        unhook: "remover"
      }.freeze
      HOLDS = {
        small_spiny_rayed: "hold_spiny", deep_water_spiny: "hold_spiny",
        river_perch_like: "hold_spiny", bass_like: "hold_jaw", flat_headed_ambusher: "hold_jaw",
        long_jawed_toothed: "hold_toothed", whiskered_spined: "hold_armed",
        carp_like: "hold_soft", sturgeon_like: "hold_soft"
      }.freeze
      NETS = { rubber_net: "net", surface_release: "remover" }.freeze
      HELD = { jaw: "hold_jaw", fin_roots: "hold_soft" }.freeze

      module_function

      # Key of the card, or nil where none shows it. line: key of Advice::Line
      def of(line, situation)
        case line
        when :hold, :hazards, :fins then hold(situation)
        when :deep_hook
          situation.school(:deep_hook) == :gain_access ? "through_gill" : "cut_deep"
        when :net then NETS[situation.school(:net)]
        when :pressure then situation.school(:pressure) == :descend ? "descend" : nil
        else CARDS[line]
        end
      end

      # The school's own way of holding comes before the guild's; none is drawn of the belly's.
      def hold(situation)
        held = situation.rules.hold(situation.guild)
        return nil if held == :belly

        HELD[held] || HOLDS[situation.guild.key]
      end
      private_class_method :hold
    end
  end
end
