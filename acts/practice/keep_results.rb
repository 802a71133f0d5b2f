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
      if sent.any? { |one| one[:marks] && one[:points] }
        raise Core::InvalidInput.at("results", :two_scores,
          "A result has marks or points. Send the one that the exercise gives.")
      end
      @store.write { @store.practice.add(sent.map { |one| row(one) }) }
    end

    private

    def row(one)
      told = one.slice(:id, :skill, :scene, :seed, :level, :marks, :points)
      found = replayed(one)
      {
        **told.except(:id), marks: told[:marks], points: told[:points], scene: told[:scene],
                            **found.to_h, id: told[:id], member_id: @context.member.id,
                            at: [one[:at], @context.now].min, is_replayed: !found.nil?
      }
    end

    # { marks: } or { points: } as the deeds come out here; nil where they prove nothing.
    def replayed(one)
      return unless one[:deeds] &&
        @store.practice.use_seed?(@context.member.id, one[:seed], at: @context.now)

      found = Core::Practice::Replay.call(door, one)
      found && { marks: nil, points: nil, **found }
    end

    def door = @door ||= Core::Practice::Door.new(OpenPractice.card(@context))
  end
end
