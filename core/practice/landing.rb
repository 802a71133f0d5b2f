# frozen_string_literal: true

module Core
  module Practice
    # A fish on the clock: from the strike until it is gone, in short equal steps, so that the same
    # seed and the same hands give the same fish. What is done becomes a record like any other, and
    # the same Review judges it.
    class Landing
      STEP_MS = 50
      NET_WITHIN_M = 2.0
      # A fish with more breath than this sees the net and goes.
      CALM_BREATH = 0.42
      # With less it does not hold itself upright.
      READY_BREATH = 0.5
      COMES_ROUND_PER_SECOND = 0.016
      WEAKENS_PER_SECOND = 0.012
      # Points of a record that tells less than it could; the rest is Review's. House rules.
      RECORD = { "no_length" => ["no length", 4], "loose" => ["a wrong length", 10],
                 "unread" => ["the number on its tag was not read", 10],
                 "unwatched" => ["nobody checked whether it was ready", 8],
                 "thrown" => ["thrown", 10], "hurt" => ["somebody was hurt", 8],
                 "tip" => ["wound to the tip of the rod", 8],
                 "wild" => ["netted before it was tired", 10],
                 "cut" => ["the line was cut where the hook could come out", 12],
                 "unpractised" => ["not unhooked, measured and tagged", 20] }.freeze
      MOST_SECONDS = 600

      include Deeds

      attr_reader :scene, :phase, :clock_ms, :timeline, :line, :doing

      # rules: Protocol::HouseRules
      def initialize(scene:, seed:, rules: Protocol::HouseRules.default)
        @scene, @rules = scene, rules
        @dice = Dice.new(seed)
        @line = Line.new(scene, @dice)
        @phase, @clock_ms = "fight", 0
        @taps = [{ act: "fish_on", at: 0 }]
        @flags, @handling, @reflexes, @marks = [], [], {}, []
        @bleeding, @removal, @outcome = "none", nil, nil
        @net_ready, @hooked = scene.net == "ready", true
        @tangled, @hand = scene.trouble == "tangled", nil
        @timeline = []
        say("fish_on", "It takes.")
      end

      # Whether it would swim off; on the page only looking tells.
      def ready? = breath >= READY_BREATH

      def over? = @phase == "over"

      WINDING, IDLE = 0.9, 0.05
      STRAINED = 0.8

      # Takes what both hands do: winds, and the drag in per cent of what the line holds.
      def hands(winds:, drag_percent:)
        control(wind: winds ? WINDING : IDLE, drag: drag_percent / 100.0)
      end

      # wind: 0 to 1;  drag: share of what the line holds
      def control(wind:, drag:)
        @line.wind = wind.to_f.clamp(0.0, 1.0)
        @line.drag_n = drag.to_f.clamp(0.05, 1.2) * @scene.line_n
      end

      # Begins an act; false when it cannot be done now.
      def act(key)
        return false unless can?(key)

        seconds = seconds_of(key)
        @doing = { key:, until_ms: @clock_ms + (seconds * 1000).round, seconds: }
        true
      end

      # Acts that can be done now, in the order of Moves.
      def acts = Moves::ALL.keys.select { |key| can?(key) }

      def advance(milliseconds)
        (milliseconds / STEP_MS).floor.times { step unless over? }
        self
      end

      # As a phone shows it.
      def state
        share = @line.tension_n / @line.limit_n
        {
          phase: @phase, clock_ms: @clock_ms, distance_m: @line.distance_m.round(2),
          tension: share.round(3), strained: share > STRAINED, breath: breath.round(3),
          mode: @line.mode, doing: @doing, acts:, hooked: @hooked, bleeding: @bleeding,
          tagged: @flags.include?("tagged"), length: @flags.include?("measured"), record:,
          hand: @hand, tangled: @tangled, sunk: @sunk || false, wet: @wet || false,
          overgrown: @scene.trouble == "old_tag" && !@flags.include?("read"),
          timeline: @timeline.last(3), **deck
        }
      end

      # What the Deck would say at this moment.
      def deck
        return { stage: nil, clock: [], lines: [], air: nil, next: nil } if @outcome == "lost"

        now = situation
        review = Handling::Review.of(now)
        { stage: now.stage, clock: Handling::Clock.of(now, air_budget: review.air_budget),
          lines: Handling::Advice.lines(now, tagging: nil).first(Handling::Advice::AT_ONCE)
            .map { |line| line.to_h[:text] },
          air: Handling::Clock.air(now, review.air_budget), next: next_act(now) }
      end

      # The act that stands for the Deck's big key; nil where it cannot be done yet.
      def next_act(now)
        DECK_KEY.fetch(Handling::NextAct.of(now), []).find { |key| can?(key) }
      end
      DECK_KEY = {
        "in_net" => %w[net sink_net fetch_net], "lifted" => %w[lift],
        "back_in_water" => %w[put_back],
        "let_go" => %w[let_go], "send_down" => %w[send_down], "cut_line" => %w[cut],
        "unhook_in_water" => %w[remover forceps cut]
      }.freeze

      # { outcome:, points:, parts: [{ name:, points: }], timeline: [{ at_ms:, key:, says:, cost:
      #   }], review: of Review, better: see Better }
      def debrief
        # Somebody was hurt: no points are counted on a day like that.
        return gone if @outcome == "helped" || @taps.none? { |tap| tap[:act] == "let_go" }

        review = Handling::Review.of(situation)
        extra = @flags.uniq.filter_map { |flag| RECORD[flag] }
        parts = review.score.parts + extra.map { |name, points| { name:, points: } }
        { outcome: @outcome, points: [parts.sum { |part| part[:points] }, 100].min, parts:,
          timeline: @timeline, review: review.to_h, better: }
      end

      def better = Better.of([*@timeline.map { |entry| entry[:key] }, *@flags], @scene.guild)

      # What a Deck would send.
      def record
        { taps: @taps.dup, hook_place: @scene.hook_place, bleeding: @bleeding, removal: @removal,
          handling: @handling.dup, reflexes: @reflexes, marks: @marks.dup,
          pressure_signs: @scene.signs,
          water_temp_c: @scene.water_temp_c, depth_m: @scene.depth_m,
          length_mm: @flags.include?("measured") ? @scene.length_mm : nil,
          length_kind: "FL", length_how: "board" }
      end

      private

      def situation
        entry = record
        entry = entry.except(:length_mm, :length_kind, :length_how) if entry[:length_mm].nil?
        Handling::Situation.new(species: @scene.species, rules: @rules, water: "sea",
          encounter: entry, now_ms: over? ? nil : @clock_ms)
      end

      def gone
        { outcome: @outcome, points: nil, parts: [], timeline: @timeline, review: nil, better: }
      end

      def say(key, says, cost: nil) = @timeline << { at_ms: @clock_ms, key:, says:, cost: }

      def tap(act) = @taps << { act:, at: @clock_ms }

      def can?(key)
        act = Moves::ALL[key]
        return false if act.nil? || @doing || over? || !act.phases.include?(@phase)
        return false if act.needs && !@scene.tools.include?(act.needs)
        # A hand on a hook does nothing else.
        return %w[fish_first mind_hand].include?(key) && possible?(key) if @hand == "in"

        possible?(key)
      end

      def possible?(key)
        asked = "may_#{key}?"
        respond_to?(asked, true) ? send(asked) : true
      end

      def seconds_of(key)
        act = Moves::ALL.fetch(key)
        base = act.seconds
        base = (@scene.deep? ? Moves::DEEP : Moves::SHALLOW).fetch(key) if base.zero?
        base *= @scene.reach if %w[sink_net net fetch_net].include?(key)
        # In the water hands are a little slower.
        base *= 1.2 if @phase != "air" && %w[measure tag].include?(key)
        @dice.around(base, base * 0.25)
      end

      def step
        @clock_ms += STEP_MS
        @phase == "fight" ? fight : breathe
        finish if @doing && @clock_ms >= @doing[:until_ms]
        lose("It took too long: the fish tore itself free.") if @phase == "fight" &&
          @clock_ms > MOST_SECONDS * 1000
      end

      def fight
        # Unpacking the net leaves no hand for the reel.
        @line.wind = 0.0 if @doing && @doing[:key] == "fetch_net"
        @line.step(STEP_MS / 1000.0)
        return lose(@line.lost) if @line.lost
        return unless @line.at_tip_seconds > 0.6 && !@flags.include?("tip")

        @flags << "tip"
        @bleeding = "light"
        say("tip", "Wound to the tip of the rod: the hook tore the hole wider.", cost: "tip")
      end

      def lose(sentence)
        @outcome = "lost"
        say("lost", sentence)
        @phase = "over"
      end

      # In the net or held it comes round, in the air it weakens.
      def breathe
        share = STEP_MS / 1000.0
        warm = @scene.water_temp_c > @scene.species.warm_c ? 0.6 : 1.0
        change = @phase == "air" ? -WEAKENS_PER_SECOND : COMES_ROUND_PER_SECOND * warm
        @breath = (breath + (change * share)).clamp(0.0, 1.0)
      end

      def breath = @breath || @line.breath

      def finish
        key = @doing[:key]
        @doing = nil
        move = Moves::ALL.fetch(key)
        send("done_#{key}")
        say(key, move.mistake || move.title, cost: move.mistake && key)
      end
    end
  end
end
