# frozen_string_literal: true

module Core
  module Handling
    # People come first: plain first steps when the hook, the fish or the water has hurt somebody.
    # D14. They never replace trained help, and every list ends with how to get it.
    #
    # Source: common first-aid advice for anglers, kept to what does no harm.
    module FirstAid
      CUT_THE_LINE = "Cut the line first, so that nothing pulls. The fish can wait in the water."
      HELP =
        "Get medical help for deep wounds, for a hook near eye or throat, and for anything that " \
          "swells, spreads or does not stop bleeding."
      EMERGENCY =
        "In danger, far from shore, or unsure: call the emergency number or the coast radio now."

      Case = Struct.new(:key, :title, :lines, keyword_init: true)

      CASES =
        [
          Case.new(
            key: "hook",
            title: "Hook in a person",
            lines: [
              CUT_THE_LINE,
              "Leave a hook alone that is deep, or near an eye, the face, a joint or a tendon: " \
                "pad around it and keep it still.",
              "Do not pull against the barb. Only someone trained takes it out; cutters for the " \
                "shank are in the kit.",
              "Rinse with clean water, cover it, and ask about a tetanus shot."
            ]
          ),
          Case.new(
            key: "spine",
            title: "Spine",
            lines: [
              CUT_THE_LINE,
              "Venomous spine or ray: put the spot in water as hot as can be borne without " \
                "scalding, and keep calm.",
              "Take out only what comes easily; never a spine in the chest, the belly or the neck.",
              "Trouble breathing, faintness or swelling of the " \
                "face: call the emergency number at once."
            ]
          ),
          Case.new(
            key: "bite",
            title: "Bite or cut",
            lines: [
              CUT_THE_LINE, "Press a clean cloth hard on the wound and hold it up until it stops.",
              "Then rinse with clean water and cover it. Do not lift the cloth to look.",
              "Blood that spurts or does not stop in ten minutes: press on, and call the " \
                "emergency number."
            ]
          ),
          Case.new(
            key: "sting",
            title: "Sting",
            lines: [
              CUT_THE_LINE, "Out of the water. Rinse with sea water, not fresh; do not rub.",
              "Lift off what sticks with a card or tweezers, not with bare fingers.",
              "Trouble breathing, chest pain or a stung eye: call the emergency number at once."
            ]
          ),
          Case.new(
            key: "cold_water",
            title: "Cold water",
            lines: [
              "Call for help on the radio or the phone first; keep them in sight.",
              "They float on their back and fight no wave; throw something that floats.",
              "Out of the water: lie flat, out of the wind, " \
                "wet clothes off, dry layers and a hat on.",
              "Warm the trunk slowly. No rubbing, no alcohol, no hot bath. Shivering that stops " \
                "is a bad sign."
            ]
          )
        ].map do |first_case|
          Case.new(**first_case.to_h,
        lines: [*first_case.lines, HELP, EMERGENCY].freeze).freeze
        end
          .freeze
    end
  end
end
