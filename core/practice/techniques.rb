# frozen_string_literal: true

module Core
  module Practice
    # Technique cards: each act as a few drawn steps, with the one thing to look at. A step says
    # only what moves; the rest stays where it was.
    #
    # Places are on a sheet of 640 by 360: { piece => [x, y, turn in degrees, scale] }, nil takes a
    # piece away. The water's surface is a piece as well: [y].
    module Techniques
      # school: { question => schools under which it is shown } or nil for always
      Card = Struct.new(:key, :title, :guild, :school, :steps, keyword_init: true)
      # says: what is done;  look: the one thing to look at, at a place;  open: of the jaw, degrees
      Step = Struct.new(:says, :look, :at, :pieces, :open, keyword_init: true)

      ROWS = [
        ["net", "Sink the net, bring the fish over it", "bass_like", { net: %i[rubber_net] },
          [
            ["The net goes under first, and stays still.", "the rim is under the surface", [430,
              190],
              { water: [120], net: [430, 200, 0, 1], fish: [60, 165, 0, 0.3], line: [60, 40] }],
            ["Bring the fish over it, head first.", "the head crosses the rim", [330, 180],
              { fish: [300, 178, 0, 0.3] }],
            ["Lift the rim round it; never scoop at it.", "the whole fish is inside", [430, 200],
              { fish: [330, 205, 0, 0.3], net: [430, 190, 0, 1] }],
            ["It rests in the net, gills under.", "the gills are in the water", [370, 205],
              { line: nil }]
          ]],
        ["rest", "Rest in the net", "bass_like", nil,
          [
            ["Loosen the line; the net floats beside you.", "nothing pulls at the jaw", [330, 190],
              { water: [120], net: [420, 190, 0, 1], fish: [320, 200, 0, 0.3] }],
            ["Lay out board, tools and tag now.", "all lies within reach", [120, 80],
              { board: [30, 70, 0, 1], applicator: [70, 40, -8, 1] }],
            ["Wet board and hands.", "water runs off the board", [120, 90], { drops: [120, 60] }]
          ]],
        ["hold_spiny", "Hold: fold the spines", "small_spiny_rayed", nil,
          [
            ["Wet the hand.", "the hand drips", [120, 120],
              { water: [300], fish: [240, 190, 0, 0.34], hand: [90, 130, 0, 1], drops: [90, 90] }],
            ["Stroke from the head to the tail.", "the spines lie down", [390, 120],
              { hand: [330, 120, 20, 1], drops: nil }],
            ["Close the hand behind the head, without squeezing.", "the belly keeps its shape",
              [400, 250], { hand: [380, 160, 30, 1] }]
          ]],
        ["hold_jaw", "Hold: jaw and second hand", "bass_like", nil,
          [
            ["Thumb on the lower jaw.", "no hook is on this side", [170, 200],
              { water: [310], fish: [160, 190, 0, 0.36], hand: [110, 230, -20, 1] }, 18],
            ["The second hand under the belly, before it leaves the water.",
              "the body stays level", [330, 230], { hand_two: [330, 260, 0, 1] }],
            ["Lift low, and level.", "head and tail at one height", [500, 190],
              { fish: [160, 160, 0, 0.36], hand: [110, 200, -20, 1], hand_two: [330, 230, 0, 1] }]
          ]],
        ["hold_toothed", "Hold: under the gill cover", "long_jawed_toothed", nil,
          [
            ["Look for the hooks first.", "they are on the other side", [120, 190],
              { water: [300], fish: [90, 190, 0, 0.46], hook: [110, 205, 0, 1] }],
            ["Two fingers along the jaw bone, under the edge of the cover.",
              "the fingers never touch the red gills", [205, 215], { hand: [200, 250, -30, 1] }],
            ["Up to the join of the jaws; the other hand under the belly.", "it lies level",
              [360, 230], { hand: [175, 240, -30, 1], hand_two: [380, 250, 0, 1] }]
          ]],
        ["hold_armed", "Hold: behind the locked spines", "whiskered_spined", nil,
          [
            ["Three spines lock upright: see where they are.", "back and both sides", [270, 90],
              { water: [320], fish: [150, 190, 0, 0.38] }],
            ["From behind and below, the hand against the spines.",
              "the spines point over the hand",
              [250, 230], { hand: [265, 262, -10, 1] }],
            ["The second hand under the body of a heavy one.", "the belly lies on a palm", [390,
              240],
              { hand_two: [400, 262, 0, 1] }]
          ]],
        ["hold_soft", "Hold: roots of the fins", "carp_like", nil,
          [
            ["A wet sling or foam under it, always.", "nothing hard under the fish", [320, 300],
              { water: [330], fish: [130, 180, 0, 0.4], sling: [320, 290, 0, 1] }],
            ["One hand at the root of the pectoral fin, one at the anal fin.",
              "the belly hangs free of fingers", [320, 240],
              { hand: [240, 250, 0, 1], hand_two: [390, 240, 0, 1] }],
            ["Low over the sling, for seconds.", "a hand's breadth of height", [320, 270],
              { fish: [130, 160, 0, 0.4] }]
          ]],
        ["remover", "The line-guided remover", "trout_and_salmon", nil,
          [
            ["Lay it over the line.", "the line runs in its groove", [120, 130],
              { water: [110], fish: [230, 210, 0, 0.36], line: [245, 60], hook: [262, 222, 0, 1],
                remover: [110, 90, 30, 1] }, 20],
            ["Slide it down to the bend of the hook.", "it stops at the bend", [262, 220],
              { remover: [200, 170, 30, 1] }],
            ["Swap the hands: line down, tool up.", "the line is tight below", [245, 240],
              { line: [150, 320], remover: [178, 196, 12, 1] }],
            ["Shake: the hook turns over and drops.", "its point looks down", [262, 260],
              { hook: [262, 280, 180, 1], remover: [210, 140, -10, 1] }],
            ["Deep: push an inch first, then up.", "push before you lift", [270, 215],
              { hook: [285, 225, 0, 1], remover: [220, 180, 30, 1] }]
          ]],
        ["turn", "Turn a hook out the way it went in", "bass_like", nil,
          [
            ["Forceps on the bend, not on the shank.", "the bend is held", [205, 220],
              { water: [120], fish: [180, 210, 0, 0.36], hook: [200, 225, 0, 1],
                forceps: [90, 280, -30, 1] }, 20],
            ["Turn against the way it went in.", "the point comes back along its path", [200, 225],
              { hook: [200, 225, -70, 1], forceps: [90, 250, -60, 1] }],
            ["Tissue on the point: push it off, do not pull.", "the skin slides off", [205, 225],
              { hook: [180, 235, -90, 1] }]
          ]],
        ["cut_deep", "Cut a deep hook close", "bass_like", nil,
          [
            ["The hook is out of sight: leave it.", "only line is seen", [200, 220],
              { water: [120], fish: [180, 210, 0, 0.36], line: [195, 60] }, 24],
            ["Draw the line gently straight.", "the head is not turned", [195, 150],
              { cutters: [80, 150, 20, 1] }],
            ["Cut as deep as the cutters reach.", "an inch of line stays", [200, 215],
              { cutters: [120, 215, 0, 1], line: [196, 180] }],
            ["Back into the water at once.", "the gills work", [280, 220],
              { cutters: nil, line: nil }]
          ]],
        ["treble", "Double and treble hooks", "long_jawed_toothed", nil,
          [
            ["Cut the loose hooks off first.", "no free point is left", [140, 240],
              { water: [110], fish: [130, 200, 0, 0.44], hook: [150, 220, 0, 1],
                hook_two: [140, 240, 60, 1], cutters: [40, 260, 0, 1] }],
            ["One tool holds, the other turns.", "both tools, no finger", [150, 220],
              { cutters: nil, hook_two: nil, forceps: [40, 260, -20, 1],
                remover: [60, 140, 30, 1] }],
            ["Two minutes are over: cut the rest.", "the clock", [560, 60],
              { forceps: nil, remover: nil, cutters: [60, 230, 0, 1] }]
          ]],
        ["through_gill", "Through the gill opening, with cutters", "bass_like",
          { deep_hook: %i[gain_access] },
          [
            ["The eye of the hook stands behind the gill.", "the eye is seen, no red is touched",
              [280, 220], { water: [110], fish: [180, 210, 0, 0.36], hook: [272, 225, 200, 1] }],
            ["Cutters from behind, under the cover.", "the tips stay off the filaments", [290, 230],
              { cutters: [420, 280, 190, 1] }],
            ["Cut; the rest comes out by the mouth.", "the eye falls away", [250, 300],
              { hook: [250, 320, 90, 1], cutters: nil }]
          ]],
        ["descend", "Fetch it down with the descender", "deep_water_spiny",
          { pressure: %i[descend] },
          [
            ["The clip on the lower jaw, weight below.", "the clip holds without tearing", [235,
              220],
              { water: [70], fish: [220, 170, 0, 0.34], weight: [240, 270, 0, 1] }],
            ["Lower it head first, steadily.", "it swims against the line", [300, 240],
              { fish: [250, 250, -60, 0.28], weight: [252, 330, 0, 1] }],
            ["At its depth a tug sets it free.", "the line comes up light", [300, 330],
              { fish: [310, 300, -25, 0.24], weight: [252, 150, 0, 1] }]
          ]],
        ["sling", "Turn it by its sling", "carp_like", nil,
          [
            ["Fish and sling are one: take the cloth, not the fish.", "hands on the cloth", [180,
              260],
              { water: [330], fish: [140, 190, 0, 0.38], sling: [320, 280, 0, 1],
                hand: [170, 270, 0, 1], hand_two: [470, 270, 0, 1] }],
            ["Roll both towards you.", "fins fold back by themselves", [320, 200],
              { fish: [520, 200, 0, -0.38] }],
            ["Head to the shady side, eyes covered.", "it lies still", [190, 190], {}]
          ]],
        ["wound", "Dry, dab, wait", "carp_like", { wound: %i[antiseptic] },
          [
            ["Dab the wound dry with a clean swab.", "no water stands in it", [360, 190],
              { water: [330], fish: [140, 200, 0, 0.38], swab: [360, 180, 0, 1] }],
            ["One drop, only in the wound.", "none runs to the gills", [360, 190],
              { swab: [360, 150, 0, 1] }],
            ["Count to ten with the gills wet.", "then the water", [230, 210],
              { swab: nil, drops: [230, 150] }]
          ]],
        ["tag", "Put the tag in", "bass_like", nil,
          [
            ["Behind the spiny fin, halfway to the lateral line.", "count down from the fin",
              [360, 165], { water: [330], fish: [140, 200, 0, 0.44],
                            applicator: [430, 96, -45, 1] }],
            ["Lift one scale with the tip.", "the scale stands up", [355, 170],
              { applicator: [362, 164, -20, 1] }],
            ["In at 45 degrees, the streamer to the tail.", "half of a right angle", [370, 160],
              { applicator: [364, 168, -45, 1] }],
            ["Turn, draw out, tug gently.", "it holds", [370, 160],
              { applicator: [470, 70, -45, 1], streamer: [352, 168, 0, 1] }]
          ]],
        ["measure", "Measure", "bass_like", nil,
          [
            ["Wet the board.", "water on all of it", [320, 280],
              { board: [60, 270, 0, 3.4], drops: [320, 220] }],
            ["Nose to the stop, mouth closed.", "no gap at the stop", [75, 200],
              { fish: [72, 215, 0, 0.48], drops: nil }],
            ["The tail as it lies; read at the fork.", "straight from above", [520, 210], {}]
          ]],
        ["revive", "Hold it up until it goes", "bass_like", nil,
          [
            ["Upright, head into the flow.", "the mouth takes water", [190, 220],
              { water: [110], fish: [180, 220, 0, 0.38], hand: [330, 270, 0, 1] }],
            ["Only forward, never to and fro.", "water runs one way", [80, 220],
              { fish: [150, 220, 0, 0.38] }],
            ["The first push is not enough; wait for the second.", "it rights itself", [350, 180],
              { hand: [400, 300, 0, 1] }],
            ["Open the hand. Watch it go.", "it swims down, not up", [120, 270],
              { fish: [40, 270, 10, 0.3], hand: [470, 300, 0, 1] }]
          ]],
        ["fetch_floater", "Fetch one that floats", "general", nil,
          [
            ["It lies on its side: net it again.", "minutes count", [330, 120],
              { water: [120], fish: [500, 116, 180, 0.3], net: [520, 220, 0, 1] }],
            ["Upright in the net; look for swelling.", "stomach, eyes, belly", [380, 190],
              { fish: [330, 200, 0, 0.3], net: [430, 190, 0, 1] }],
            ["Swollen: down with the descender. Tired: hold it up.", "what keeps it up decides",
              [430, 200], { weight: [330, 270, 0, 1] }]
          ]]
      ].freeze

      ALL = ROWS.map do |key, title, guild, school, steps|
        Card.new(
          key:, title:, guild:, school:,
          steps: steps.map do |says, look, seconds, pieces, open|
            Step.new(says:, look:, at: seconds, pieces:, open: open || 0).freeze
          end
        ).freeze
      end.freeze

      module_function

      # Keys of the cards that the schools in force allow. rules: Protocol::HouseRules
      def shown(rules)
        ALL.select { |card| shown?(card, rules) }.map(&:key)
      end

      def shown?(card, rules)
        (card.school || {}).all? do |question, schools|
          schools.include?(rules.school(question, card.guild.to_sym))
        end
      end

      # For drawing: { key:, title:, guild:, steps: [{ says:, look:, at:, open:, pieces: whole }] }
      def drawn
        ALL.map do |card|
          whole = {}
          steps = card.steps.map do |step|
            whole = whole.merge(step.pieces).compact
            { says: step.says, look: step.look, at: step.at, open: step.open, pieces: whole }
          end
          { key: card.key, title: card.title, guild: card.guild, steps: }
        end
      end
      private_class_method :shown?
    end
  end
end
