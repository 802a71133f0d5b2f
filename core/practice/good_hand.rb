# frozen_string_literal: true

module Core
  module Practice
    # Hands that follow the house rules: what they do next with a practice fish. Shown beside what
    # somebody did, and the measure of whether a scene is fair.
    class GoodHand
      # So much of the line's strength at most, and of the fish's.
      MOST_OF_LINE = 0.6
      OF_FISH = 0.72

      # Plays a scene to its end. Returns the Landing.
      def self.play(scene:, seed:, rules: Protocol::HouseRules.default)
        landing = Landing.new(scene:, seed:, rules:)
        hand = new(landing)
        until landing.over?
          hand.move
          landing.advance(Landing::STEP_MS)
        end
        landing
      end

      def initialize(landing)
        @landing = landing
        @scene = landing.scene
      end

      def move
        return fight if @landing.phase == "fight"
        return if @landing.doing

        wanted = @landing.phase == "air" ? in_air : in_water
        @landing.act(choose(wanted))
      end

      # Hands that err choose otherwise.
      def choose(key) = key

      private

      def can?(key) = @landing.acts.include?(key)
      def done?(key) = @landing.timeline.any? { |entry| entry[:key] == key }

      def fight
        line = @landing.line
        drag = [OF_FISH * line.strength_n / @scene.line_n, MOST_OF_LINE].min
        near = line.distance_m <= 1.2
        @landing.control(wind: near ? 0.12 : 0.85, drag:)
        return if @landing.doing

        wanted = at_the_side(line)
        @landing.act(choose(wanted)) if wanted
      end

      def at_the_side(line)
        return "fetch_net" if can?("fetch_net")
        return "sink_net" if can?("sink_net") && (line.distance_m < 6 || @scene.reach > 1.5)

        "net" if can?("net") && line.breath <= Landing::CALM_BREATH
      end

      def in_water
        return "cut_mesh" if can?("cut_mesh")
        return "mind_hand" if can?("mind_hand")
        return "cut" if can?("cut") && @scene.deep?

        %w[remover forceps cut].each { |key| return key if can?(key) }
        return "wet" unless done?("wet")
        return "clean_tag" if can?("clean_tag")
        return "lift" if can?("measure") && !done?("lift")

        release
      end

      def in_air
        return "fish_first" if can?("fish_first")
        return "measure" if can?("measure")
        return "tag" if can?("tag")

        "put_back"
      end

      def release
        return "send_down" if can?("send_down")
        return "hold" unless @landing.ready?

        done?("look") ? "let_go" : "look"
      end
    end
  end
end
