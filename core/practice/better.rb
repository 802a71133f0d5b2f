# frozen_string_literal: true

module Core
  module Practice
    # The one thing to do better next time, and the technique card that shows it: of all that went
    # wrong the one that costs a fish most. House rules.
    module Better
      HOLD = :hold
      # Worst first: what went wrong => [what to do, card].
      LESSONS = {
        "hand" => ["Turn hooks with a tool, and keep hands off the other hook.", "turn"],
        "throw" => ["Lower it into the water, and hold it until it pushes.", "revive"],
        "swing" => ["Sink the net and bring the fish over it. The line lifts nothing.", "net"],
        "lift_jaw" => ["Put the second hand under its body before it leaves the water.", HOLD],
        "lift_hook_side" => ["Take hold on the side away from the hooks.", HOLD],
        "pull" => ["Turn the hook out the way it went in, or cut the line.", "remover"],
        "scoop" => ["Sink the net first, and keep it still.", "net"],
        "tip" => ["Stop winding two metres before the tip of the rod.", "net"],
        "wild" => ["Wait until it is calm beside the net.", "net"],
        "bolt" => ["Wait until it is calm beside the net.", "net"],
        "lift_squeezed" => ["Carry its weight on open hands.", HOLD],
        "lift_cloth" => ["Use wet bare hands, and no cloth.", HOLD],
        "tag_low" => ["Put the needle in above the lateral line.", "tag"],
        "unwatched" => ["Look at it before it goes: upright, gills, eyes.", "revive"],
        "unread" => ["Rub the weed off, and read the number first.", nil],
        "measure_loose" => ["Nose against the stop, mouth closed.", "measure"],
        "fetch_net" => ["Set up the net before the first cast.", "net"],
        "untangle" => ["Cut the mesh. It costs nothing.", nil],
        "photo" => ["Take the picture while it rests in the water.", nil]
      }.freeze

      # happened: keys of the timeline and of what the record lacks;  guild: of the fish
      # Returns { says:, card: key | nil }, nil where nothing went wrong.
      def self.of(happened, guild)
        says, card = LESSONS.find { |key, _| happened.include?(key) }&.last
        says && { says:, card: card == HOLD ? Handling::Technique::HOLDS[guild.to_sym] : card }
      end
    end
  end
end
