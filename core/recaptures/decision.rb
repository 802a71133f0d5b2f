# frozen_string_literal: true

module Core
  module Recaptures
    # What a coordinator said of a report.
    #
    #   verdict: "accepted" | "none_of_these" | .. | "undone"
    #   moved: what a match joined, plain data with String keys, for taking it back
    Decision = Value.of(:verdict, :reason, :member_id, :moved) do
      def second_opinion? = verdict == "second_opinion"
    end
  end
end
