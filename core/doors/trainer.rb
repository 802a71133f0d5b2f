# frozen_string_literal: true

module Core
  module Doors
    # The one door for the trainer: plain hashes in, plain hashes out, the same from Ruby and from
    # the worker on the phone.
    #
    #   card: { rules: as Trips::Card has them, species: [..], series: [[prefix, digits]] }
    class Trainer
      def initialize(card)
        @rules = Trips::Card.house_rules(card[:rules])
        @species = card[:species].to_h { |row| [row[:code], Trips::Card.fish(row)] }
        @series = card[:series] || []
      end

      # One question by its name; a refusal comes back as { refused: { code:, message: } }.
      def ask(question, asked)
        case question
        when "task"
          { task: task(asked[:exercise], asked[:seed], asked[:level] || 0) }
        when "score" then score(asked).to_h
        when "shed" then { items: Practice::KitCall.shed(asked[:task], **about(asked[:task])) }
        when "scenes" then { scenes: Practice::Scenes::ALL.map { |scene| listed(scene) } }
        when "begin" then begin_scene(asked)
        when "advance" then advance(asked)
        when "well"
          scene = Practice::Scene.fetch(asked[:scene])
          Practice::GoodHand.play(scene:, seed: asked[:seed], rules: @rules).debrief
        end
      rescue Error => e
        { refused: { code: e.code, message: e.message } }
      end

      private

      def listed(scene) = scene.to_h.slice(:key, :title, :says, :guild, :tools)

      def task(exercise, seed, level)
        case exercise
        when "place" then Practice::TagPlacement.task(seed:, level:)
        when "measure" then Practice::LengthReading.task(seed:, level:)
        when "read" then Practice::WornNumber.task(seed:, level:, series: @series.last || ["AA", 6])
        when "judge" then Practice::WaterCall.task(seed:, level:, species: @species.values)
        when "pack" then Practice::KitCall.task(seed:, level:, species: @species.values)
        end
      end

      def score(exercise)
        task, answer = exercise[:task], exercise[:answer]
        case exercise[:exercise]
        when "place" then Practice::TagPlacement.score(task, answer)
        when "measure" then Practice::LengthReading.score(task, answer)
        when "read" then Practice::WornNumber.score(task, answer)
        when "judge" then Practice::WaterCall.score(task, answer, **about(task))
        when "pack" then Practice::KitCall.score(task, answer, **about(task))
        end
      end

      def about(task) = { species: @species.fetch(task[:species_code]), rules: @rules }

      def begin_scene(setting)
        scene = Practice::Scene.fetch(setting[:scene])
        @landing = Practice::Landing.new(scene:, seed: setting[:seed], rules: @rules)
        shown
      end

      # ms: since the last;  winds, drag_percent: as Landing#hands;  act: key | nil
      def advance(move)
        @landing.hands(**move.slice(:winds, :drag_percent))
        @landing.act(move[:act]) if move[:act]
        @landing.advance(move[:ms])
        shown
      end

      def shown
        state = @landing.state
        titles = state[:acts].map { |key| { key:, title: Practice::Moves::ALL.fetch(key).title } }
        choices = Practice::Moves.choices(state[:acts])
        state.merge(acts: titles, choices:, debrief: @landing.over? ? @landing.debrief : nil)
      end
    end
  end
end
