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
        Text.of("handling.first_aid.get_medical_help_for_deep")
      EMERGENCY =
        "In danger, far from shore, or unsure: call the emergency number or the coast radio now."

      Case = Struct.new(:key, :title, :lines, keyword_init: true)

      CASES =
        [
          Case.new(
            key: "hook",
            title: "Hook in a person",
            lines: [
              Text.of("handling.first_aid.fish_still_on"),
              CUT_THE_LINE,
              Text.of("handling.first_aid.leave_a_hook_alone_that"),
              Text.of("handling.first_aid.do_not_pull_against_the"),
              "Rinse with clean water, cover it, and ask about a tetanus shot."
            ]
          ),
          Case.new(
            key: "spine",
            title: "Spine",
            lines: [
              CUT_THE_LINE,
              Text.of("handling.first_aid.venomous_spine_or_ray_put"),
              "Take out only what comes easily; never a spine in the chest, the belly or the neck.",
              Text.of("handling.first_aid.trouble_breathing_faintness_or_swelling")
            ]
          ),
          Case.new(
            key: "bite",
            title: "Bite or cut",
            lines: [
              CUT_THE_LINE, "Press a clean cloth hard on the wound and hold it up until it stops.",
              "Then rinse with clean water and cover it. Do not lift the cloth to look.",
              Text.of("handling.first_aid.blood_that_spurts_or_does")
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
              Text.of("handling.first_aid.out_of_the_water_lie"),
              Text.of("handling.first_aid.warm_the_trunk_slowly_no")
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
