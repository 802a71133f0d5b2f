# frozen_string_literal: true

module Core
  module Handling
    # The taps of one encounter, and the times that follow from them.
    #
    #   taps: [{ act: String, at: Time }, ...] in the order of the acts
    #
    # Any tap may be missing, any act may repeat; what is refused is time that runs
    # backwards and an act that cannot follow the one before it. All results are
    # seconds (Float), nil where the taps that bound them are missing.
    class Stages
      ACTS = %w[fish_on in_net lifted back_in_water let_go kept].freeze

      # The natural next act stands first. A fish that floats after let_go is fetched again: the record keeps both attempts.
      MAY_FOLLOW = {
        nil => %w[fish_on in_net lifted back_in_water let_go kept],
        "fish_on" => %w[in_net lifted let_go kept],
        "in_net" => %w[lifted let_go kept],
        "lifted" => %w[back_in_water let_go kept],
        "back_in_water" => %w[let_go lifted kept],
        "let_go" => %w[in_net lifted],
        "kept" => []
      }.freeze
      NAMES = {
        "fish_on" => "fish on", "in_net" => "in the net", "lifted" => "lifted out",
        "back_in_water" => "back in water", "let_go" => "let go", "kept" => "kept"
      }.freeze

      attr_reader :taps

      def initialize(taps)
        @taps = taps.map { |tap| tap.slice(:act, :at).freeze }.freeze
        refuse_disorder
        freeze
      end

      # From fish on until it was in the net, lifted or let go.
      def fight_seconds = taps.size > 1 && taps.first[:act] == "fish_on" ? taps[1][:at] - taps[0][:at] : nil

      # In the net, in the water, until the first lift or release.
      def net_rest_seconds = spans("in_net").first

      # Each lift on its own.
      def lift_seconds = spans("lifted")

      def air_seconds = lift_seconds.sum(0.0)

      # Rests in the water between and after lifts.
      def rest_seconds = spans("back_in_water")

      # From the end of the fight to the last let go.
      def handling_seconds
        first = taps.find { |tap| tap[:act] != "fish_on" }
        last = taps.reverse.find { |tap| %w[let_go kept].include?(tap[:act]) }
        first && last ? last[:at] - first[:at] : nil
      end

      def to_h
        { fight_seconds:, net_rest_seconds:, lift_seconds:, air_seconds:, rest_seconds:, handling_seconds: }
      end

      private

      def spans(act)
        taps.each_cons(2).filter_map { |from, to| to[:at] - from[:at] if from[:act] == act }
      end

      def refuse_disorder
        [nil, *taps].each_cons(2) do |before, after|
          act = before && before[:act]
          unless MAY_FOLLOW.fetch(act).include?(after[:act])
            refuse(:act_out_of_order, "“#{NAMES.fetch(after[:act], after[:act])}” cannot come right after “#{NAMES[act]}”. Correct the taps.")
          end
          next unless before && after[:at] < before[:at]

          refuse(:clock_out_of_order, "“#{NAMES[after[:act]]}” is stamped before “#{NAMES[act]}”. Correct one of the two times.")
        end
      end

      def refuse(code, sentence) = raise(InvalidInput.at("stages", code, sentence))
    end
  end
end
