# frozen_string_literal: true

module Acts
  # Keeps what a member practised, as a phone sends it when it has a signal; sent twice, it is kept
  # once. Deeds are played again here: only what comes of that, on a seed that was given out and not
  # used before, counts for training; the rest is the member's own.
  class KeepResults
    # sent: [{ id:, skill:, scene:, seed:, level:, marks:, points:, deeds:, at: Time }]
    # Raises Core::InvalidInput.
    def self.call(context, sent:) = new(context).call(sent)

    def initialize(context)
      @context = context
      @store = context.store
    end

    def call(sent)
      if sent.any? { |result| result[:marks] && result[:points] }
        raise Core::InvalidInput.at("results", :two_scores,
          "A result has marks or points. Send the one that the exercise returns.")
      end
      @store.write { @store.practice.add(sent.map { |result| row(result) }) }
    end

    private

    def row(result)
      row = result.slice(:id, :skill, :scene, :seed, :level, :marks, :points)
      replay = replayed(result)
      {
        **row.except(:id), marks: row[:marks], points: row[:points], scene: row[:scene],
                           **replay.to_h, id: row[:id], member_id: @context.member.id,
                           at: [result[:at], @context.now].min, is_replayed: !replay.nil?
      }
    end

    # { marks: } or { points: } as the deeds come out here; nil where they prove nothing.
    def replayed(result)
      return unless result[:deeds] &&
        @store.practice.use_seed?(@context.member.id, result[:seed], now: @context.now)

      replay = Core::Practice::Replay.call(door, result)
      replay && { marks: nil, points: nil, **replay }
    end

    def door = @door ||= Core::Doors::Trainer.new(OpenPractice.card(@context))
  end
end
