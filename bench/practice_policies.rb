# frozen_string_literal: true

# Six kinds of hands play the same scenes of Fish on the clock; only handling well may win:
# ruby bench/practice_policies.rb [SCENES, default 2000] [FIRST SEED]
# Prints for each how many fish came to hand and swam off, the middle points (fewer are better), and
# how many would count for the training item (under its points, in the fair scenes).
require_relative "../config/boot"

module Policies
  # Hands that do with line and reel what they do, and in the hand what the rules say.
  class Hands < Core::Practice::GoodHand
    def fight
      near = @landing.line.distance_m <= 1.2
      @landing.control(wind: wind(near), drag: drag)
      return if @landing.doing

      wanted = at_the_side(@landing.line)
      @landing.act(choose(wanted)) if wanted
    end
  end

  # All the drag there is, wound without a pause, netted as soon as it is near.
  class Force < Hands
    def wind(_) = 1.0
    def drag = 1.2
    def at_the_side(_) = %w[fetch_net sink_net net].find { |key| can?(key) }
  end

  # Full drag, but patient at the net.
  class FullDrag < Hands
    def wind(near) = near ? 0.12 : 1.0
    def drag = 1.2
  end

  # Waits until it tires.
  class NeverWinds < Hands
    def wind(_) = 0.0
    def drag = 0.5
  end

  # Cuts every line as soon as it may.
  class CutsAll < Core::Practice::GoodHand
    def in_water = can?("cut") ? "cut" : super
  end

  # Lifts nothing, measures nothing, tags nothing: back at once.
  class Hurried < Core::Practice::GoodHand
    def in_water
      return "cut_mesh" if can?("cut_mesh")

      %w[remover forceps cut].find { |key| can?(key) } || release
    end
  end

  # Whatever comes next.
  class Random < Core::Practice::GoodHand
    def initialize(landing)
      super
      @chance = ::Random.new(landing.scene.length_mm + landing.line.distance_m.to_i)
    end

    def move
      @landing.control(wind: @chance.rand, drag: @chance.rand * 1.2)
      return if @landing.doing || @chance.rand > 0.05

      @landing.act(@landing.acts.sample(random: @chance))
    end
  end

  ALL = { "house rules" => Core::Practice::GoodHand, "force" => Force, "full drag" => FullDrag,
          "never winds" => NeverWinds, "cuts all" => CutsAll, "hurried" => Hurried,
          "random" => Random }.freeze

  module_function

  def play(hands, scene, seed)
    landing = Core::Practice::Landing.new(scene:, seed:)
    hand = hands.new(landing)
    until landing.over? || landing.clock_ms > 1_200_000
      hand.move
      landing.advance(Core::Practice::Landing::STEP_MS)
    end
    landing.debrief
  end
end

count, first = Integer(ARGV[0] || 2000), Integer(ARGV[1] || 61_000)
scenes = Core::Practice::Scenes::ALL
Policies::ALL.each do |name, hands|
  answer = Array.new(count) do |index|
    scene = scenes[index % scenes.size]
    [scene, Policies.play(hands, scene, first + index)]
  end
  off = answer.select { |_, entry| entry[:outcome] == "swam_off" }
  points = answer.map { |_, point| point[:points] || 100 }.sort
  fair = answer.select { |scene, _| scene.fair }
  most = Core::Practice::Progress::HARMLESS_POINTS
  met = fair.count { |_, entry| entry[:points] && entry[:points] < most }
  puts format(
    "%-12s swam off %5.1f %%, lost %5.1f %%, points %3d (middle half %3d to %3d), counts %5.1f %%",
    name, 100.0 * off.size / count, 100.0 * answer.count { |_, entry|
      entry[:outcome] == "lost"
    } / count,
    points[count / 2], points[count / 4], points[3 * count / 4], 100.0 * met / fair.size
  )
end
