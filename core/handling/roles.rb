# frozen_string_literal: true

module Core
  module Handling
    # The roles when two or three people handle a fish: each role's lines by stage. Two people share
    # the clock: whoever holds the net has it until the lift, then whoever held the rod.
    #
    # House rules.
    module Roles
      NAMES = { rod: "Rod", net: "Net", clock: "Clock and record" }.freeze
      LINES = {
        "start" => {
          rod: ["Set the drag. Agree on one call for when the fish turns."],
          net: ["Net wet and within reach, on the far side from the rod hand."],
          clock: ["Board wet, tag and needle ready, card open."]
        },
        "fish_on" => {
          rod: ["Rod low and to the side.", "Call when the fish turns, and when it is beaten."],
          net: ["Stand before the shallows with the net sunk and still.", "Wait for the call."],
          clock: ["Say each minute of the fight out loud."]
        },
        "in_net" => {
          rod: ["Slacken the line. Put the rod where nobody steps."],
          net: ["Rim above the water, fish in it. Hold the handle."],
          clock: ["Read out the number of the tag. Record where the hook is."]
        },
        "lifted" => {
          rod: ["Hold the fish low over the board, both hands wet."],
          net: ["Tag, then hands away. Net ready in the water."],
          clock: ["Count the seconds out loud. At the end say: back."]
        },
        "back_in_water" => {
          rod: ["Hold it upright until it pushes."],
          net: ["Keep the way to open water clear."],
          clock: ["Watch the gills. Record how it swims off."]
        },
        "let_go" => {
          rod: ["Look after the hook and the line."],
          net: ["Keep the net in the water. Watch where it went."],
          clock: ["Read the record out loud. The others correct it."]
        }
      }.freeze

      # Returns [{ role:, name:, lines: [String] }] of a stage; of a fish that is gone nothing is to
      # do.
      def self.at(stage)
        LINES.fetch(stage, {}).map { |role, lines| { role:, name: NAMES[role], lines: } }
      end

      # All stages, for Ready: [{ stage:, roles: as above }]
      def self.all = LINES.keys.map { |stage| { stage:, roles: at(stage) } }
    end
  end
end
