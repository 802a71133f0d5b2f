# frozen_string_literal: true

module Core
  module Handling
    # Lines of advice that say one thing: when, in what words, and why. Advice has the order of all
    # lines, and those whose words hang on more than this.
    module AdviceRows
      # when: of a Situation
      Row = Struct.new(:text, :why, :letter, :when, keyword_init: true)
      ALWAYS = ->(_situation) { true }
      def self.marked?(situation, mark) = (situation.encounter[:marks] || []).include?(mark)
      SEEN_ALREADY = %w[gill throat stomach eye].freeze

      # A rule of Ruby's style wants short blocks; s is the situation.
      ROWS = [
        [:barbs, "Barb down on every hook?", "Unhooking takes seconds less.", "N",
          ->(s) { s.rules.school(:hooks) == :flattened_circle }],
        [:drag, "Check the drag before the first cast.", "A jammed drag breaks off a hooked fish.",
          "G", ALWAYS],
        [:rig, "Secure the net's handle. Slacken the line, and put the rod where nobody steps.",
          "A tight line pulls the fish out, and a loose hook finds a leg.", nil, ALWAYS],
        [:tare, "Tare the wet sling now. Slide the fish into it under water.",
          "A second of weighing saved in the air.", "C",
          ->(s) { s.no_lift.nil? && s.school(:surface) == :sling_and_mat }],
        # It may have been caught, and tagged, before.
        [:scar, "Old hook scar: photograph both sides. It may have lost a tag.",
          "Two pictures can show that it is the same fish.", nil,
          ->(s) { marked?(s, "old_hook_scar") && !s.encounter[:recaptured] && s.heat == :cool }],
        [:weak, "Weak: hold it upright in the water until the gills beat steadily. No second lift.",
          "Tired fish die of the next lift.", "K", lambda(&:weak?)],
        [:warm, "Warm water: unhook in the water. One short lift at most.",
          "Warm water holds less air, and the fish needs more.", "A",
          ->(s) { s.heat == :warm && s.no_lift.nil? }],
        # Its belly carries what the water lives from.
        [:spawner, "Ready to spawn: no pressure on the belly, no photo, straight back.",
          "It carries the next generation.", nil,
          ->(s) { %w[ripe running].include?(s.encounter[:spawning]) }],
        [:left_in_it, "Note what stayed in it. Then check the hook, the knot and the drag.",
          "A hook or line left in a fish may cost its life.", nil,
          ->(s) { s.encounter[:left_in_fish].nil? }],
        [:dispatch, "Kill it quickly: one firm blow over the eyes. Then bleed it and keep it cool.",
          "A kept fish suffers least when it is quick.", nil, ALWAYS],
        # Water goes through its gills only while it moves.
        [:ahead, "Boat slowly ahead, or in a wide circle, while it lies beside.",
          "A large fish breathes by moving.", "K",
          ->(s) { s.platform.to_s == "boat" && (s.large? || s.guild.is?(:never_lifted)) }],
        [:thrash, "Gills flare, body stiffens: it will thrash. Hold on, or lower it.",
          "It opens its mouth as it turns.", nil, ->(s) { s.guild.is?(:teeth) }],
        [:gut, "Look and smell for a torn gut. Note it with the fish.",
          "Such a fish seldom lives long, and its return tells us.", "H",
          lambda(&:swallowed_hook_out?)],
        # Beside the verdict on keeping it.
        [:breeder, "A large one. The few large ones make most of the young: let it go?",
          "One large fish bears more than many small ones.", nil,
          ->(s) { s.may_keep? && s.own_length && s.large? }],
        [:layer, "Cool water lies below: send it back head first, soon.",
          "It recovers down there, not in the warm layer.", "K", lambda(&:layered?)],
        [:deep_down, "From deep water: let it go head first, downwards.",
          "A start helps it down before it floats.", "J", ->(s) { s.from_deep? && !s.swollen? }],
        # Other lines say it where the hook sits badly, the water is warm, or it may not be lifted.
        [:unhook, "Unhook it in the water while it rests.", "Work in the water costs no air.", nil,
          lambda { |s|
            !s.removed? && s.no_lift.nil? && s.heat == :cool && !SEEN_ALREADY.include?(s.hook_place)
          }],
        [:keep_off, "Keep fingers off gills and eyes.",
          "A touched gill bleeds, and a pressed eye goes blind.", "D", ALWAYS],
        [:chill, "Chill your hands in the water first.",
          "A warm hand burns the slime of a cold fish.", "B", lambda(&:cold?)],
        [:fins, "Fold the fins flat before anything takes its weight.",
          "A bent fin under load tears or breaks.", nil,
          ->(s) { s.no_lift.nil? && !s.guild.is?(:own_hold) }],
        # Only where a wound was seen.
        [:wound, "Cool day and a permit: dry the spot and dab antiseptic. In heat, skip it.",
          "It costs time in the air.", "M",
          lambda { |s|
            marked?(s, "open_wound") && s.heat == :cool && s.no_lift.nil? &&
              s.school(:wound) == :antiseptic
          }],
        [:tail, "One loose hand at the tail wrist. When it pushes, let it.",
          "A fish that pushes is ready.", nil, ->(s) { !s.guild.is?(:no_tail) }],
        [:where_to, "Where the water is deep enough, point it at open water.",
          "In the shallows it turns back, strands or is taken.", nil, ALWAYS],
        [:watch, "Watch it go. If it floats or turns back, net it and start again.",
          "Swimming off is not the whole story.", nil, ALWAYS]
      ].to_h do |key, text, why, letter, applies|
        [key, Row.new(text:, why:, letter:, when: applies).freeze]
      end.freeze
    end
  end
end
