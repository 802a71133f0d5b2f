# frozen_string_literal: true

module Core
  module Handling
    # The taps of one encounter, and the times that follow from them.
    #
    #   taps:   [{ act: String, at: Time, or Numeric in milliseconds }, ...] in the order of the
    #           acts
    #   now_ms: Integer, counts what still runs until then; nil: what has not ended has no time yet
    #
    # A stage says where the fish is from then on; a mark (MARKS) only that something was done
    # there. Any tap may be missing, any act may repeat; what is refused is time that runs
    # backwards and an act that cannot follow the one before it. All results are
    # seconds (Float), nil where the taps that bound them are missing.
    class Stages
      STAGES = %w[fish_on in_net lifted back_in_water let_go kept got_away].freeze
      ENDED = %w[let_go kept got_away].freeze
      # In which stages a mark can be made, once in a record.
      MARKS = { "tag_in" => %w[in_net lifted back_in_water].freeze }.freeze
      ACTS = (STAGES + MARKS.keys).freeze

      # The natural next act stands first. A fish that floats after let_go is fetched again: the
      # record keeps both attempts.
      MAY_FOLLOW = {
        nil => %w[fish_on in_net lifted back_in_water let_go kept],
        "fish_on" => %w[in_net lifted let_go kept got_away],
        "in_net" => %w[lifted let_go kept got_away],
        "lifted" => %w[back_in_water let_go kept],
        "back_in_water" => %w[let_go lifted kept],
        "let_go" => %w[in_net lifted],
        "kept" => [],
        "got_away" => []
      }.freeze
      NAMES = {
        "fish_on" => "fish on",
        "in_net" => "in the net",
        "lifted" => "lifted out",
        "back_in_water" => "back in water",
        "let_go" => "released",
        "kept" => "kept",
        "got_away" => "got away",
        "tag_in" => "tag is in"
      }.freeze

      attr_reader :taps

      def initialize(taps, now_ms: nil)
        @taps = taps.map { |tap| { act: tap[:act], at: tap[:at] }.freeze }.freeze
        @stages = @taps.reject { |tap| MARKS.key?(tap[:act]) }.freeze
        @now_ms = now_ms
        refuse_disorder
        freeze
      end

      # Where it is now; nil before the first tap.
      def current = @stages.last && @stages.last[:act]

      def ended? = ENDED.include?(current)

      def out? = current == "lifted"

      # When the fish reached its stage, in milliseconds.
      def since_ms = @stages.last && ms(@stages.last[:at])

      # From fish on until it was in the net, lifted or let go.
      def fight_seconds
        @stages.first && @stages.first[:act] == "fish_on" ? spans("fish_on").first : nil
      end

      # In the net, in the water, until the first lift or release.
      def net_rest_seconds = spans("in_net").first

      # Each lift on its own.
      def lift_seconds = spans("lifted")

      # The lifts that are over.
      def ended_lift_seconds = out? && @now_ms ? lift_seconds[0...-1] : lift_seconds

      # All of them together.
      def ended_air_seconds
        in_seconds((out? && @now_ms ? spans_ms("lifted")[0...-1] : spans_ms("lifted")).sum)
      end

      # All of it in the air: 0.0 for a fish that was seen in the water and never lifted, nil while
      # a lift has no end, and where nothing but the end of the story was tapped.
      def air_seconds
        return nil if @stages.empty? || (out? && @now_ms.nil?)
        return nil if lift_seconds.empty? && !%w[fish_on in_net].include?(@stages.first[:act])

        in_seconds(spans_ms("lifted").sum)
      end

      # Rests in the water between and after lifts.
      def rest_seconds = spans("back_in_water")

      # From the end of the fight to the last let go.
      def handling_seconds
        first = @stages.find { |tap| tap[:act] != "fish_on" }
        last = @stages.reverse.find { |tap| ENDED.include?(tap[:act]) }
        first && last ? seconds(first[:at], last[:at]) : nil
      end

      # Was the tag's own tap made?
      def tagged? = @taps.any? { |tap| tap[:act] == "tag_in" }

      # Where the tag went in: "board" on a lift, "water" in net or cradle; nil where nobody tapped
      # it.
      def tag_where
        return nil unless tagged?

        stage_before(tag_at)[:act] == "lifted" ? "board" : "water"
      end

      # From the lift to the tag in; nil for a tag that went in in the water.
      def tagging_seconds
        return nil unless tag_where == "board"

        seconds(stage_before(tag_at)[:at], @taps[tag_at][:at])
      end

      def to_h
        {
          fight_seconds:, net_rest_seconds:, lift_seconds:, air_seconds:, rest_seconds:,
          handling_seconds:, tagging_seconds:
        }
      end

      private

      def tag_at = @taps.index { |tap| tap[:act] == "tag_in" }

      # The stage that a mark at this place was made in.
      def stage_before(place) = @taps[0...place].reverse.find { |tap| !MARKS.key?(tap[:act]) }

      # Whole milliseconds, so that their sum is the same wherever it is made.
      def spans_ms(act)
        taps =
          @stages
            .each_cons(2)
            .to_a
            .select { |pair| pair.first[:act] == act }
            .map { |pair| ms(pair.last[:at]) - ms(pair.first[:at]) }
        current == act && @now_ms ? taps + [[@now_ms - since_ms, 0].max] : taps
      end

      def spans(act) = spans_ms(act).map { |span| in_seconds(span) }

      def seconds(from, to) = in_seconds(ms(to) - ms(from))

      def in_seconds(milliseconds) = milliseconds / 1000.0

      def ms(time) = time.is_a?(Numeric) ? time : (time.to_r * 1000).round

      def refuse_disorder
        [nil, *@stages].each_cons(2) do |pair|
          refuse_act(pair.first && pair.first[:act], pair.last[:act])
        end
        taps.each_cons(2) { |pair| refuse_time(pair.first, pair.last) }
        marks = taps.select { |tap| MARKS.key?(tap[:act]) }
        if marks.size > 1
          refuse(:act_out_of_order, "“#{NAMES['tag_in']}” was tapped twice. Undo one.")
        end
        marks.each { |mark| refuse_mark(mark) }
      end

      def refuse_act(before, after)
        return if MAY_FOLLOW.fetch(before).include?(after)

        refuse(:act_out_of_order,
          Text.of(
            "handling.stages.cannot_come_right_after_correct", after: NAMES.fetch(after, after),
            before: NAMES[before]
          ))
      end

      def refuse_time(before, after)
        return unless ms(after[:at]) < ms(before[:at])

        refuse(:clock_out_of_order,
          Text.of(
            "handling.stages.is_stamped_before_correct_one", act: NAMES[after[:act]],
            before: NAMES[before[:act]]
          ))
      end

      def refuse_mark(mark)
        before = stage_before(taps.index(mark))
        return if before && MARKS.fetch(mark[:act]).include?(before[:act])

        refuse(
          :act_out_of_order,
          "“#{NAMES[mark[:act]]}” needs a fish in the net, lifted, or back in the water."
        )
      end

      def refuse(code, sentence) = raise(InvalidInput.at("stages", code, sentence))
    end
  end
end
