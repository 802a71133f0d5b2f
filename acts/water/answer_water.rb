# frozen_string_literal: true

module Acts
  # What the tags taught of one topic, under one filter. An answer is worked out once and kept; when
  # what is stored has changed since, the last one is shown with its date, and a job makes a new
  # one.
  #
  #   topic:  of TOPICS
  #   filter: as WaterFilter takes it
  #
  # Returns Answered. Raises Core::InvalidInput.
  module AnswerWater
    TOPICS = %w[growth movement handling tags lengths effort health].freeze
    # Of more records than these nobody waits for a first answer: a job makes it.
    MOST_AT_ONCE = 30_000
    LONG_MS = 2000
    LONG_STANDS_SECONDS = 3600
    # answers: [Core::Answers::Answer], each assumption with what somebody says of it
    # made_at: Time | nil;  stale: whether something changed since;  recompute: see Recompute.state
    Answered = Struct.new(:answers, :made_at, :took_ms, :stale, :recompute, keyword_init: true) do
      def plain = { **to_h, answers: answers.map(&:to_h) }
    end

    module_function

    def call(context, topic:, filter:)
      store = context.store
      filter = WaterFilter.of(context, filter, topic:)
      return answer(store, too_few(context, topic)) unless TooFew.show?(context, topic, filter)

      asked = Fingerprint.of(filter)
      version = store.water_answers.data_version(today: context.today)
      kept = store.water_answers.find(topic, asked)
      return answer(store, kept) if kept&.data_version == version

      if kept || store.water_answers.size > MOST_AT_ONCE
        unless kept && fresh_enough?(kept, context.now)
          Recompute.if_due(context, topic, filter, version)
        end
        return answer(
          store, kept || Core::Answers::Kept.new,
          stale: true, recompute: Recompute.state(context, topic, filter)
        )
      end
      answer(store, KeepAnswers.call(store, topic, filter, today: context.today))
    end

    # What took long is not made anew with every change.
    def fresh_enough?(kept, now)
      kept.took_ms > LONG_MS && now - kept.made_at < LONG_STANDS_SECONDS
    end

    def too_few(context, topic)
      few = Core::Privacy::Few
      answer = Core::Answers::Answer.new(
        key: "#{topic}_too_few", title: "Fish of other members", n: 0, missing: few::SENTENCE,
        worked_out: few::HOUSE_RULE, source: ""
      )
      Core::Answers::Kept.new(answers: [answer], made_at: context.now, took_ms: 0)
    end

    # What somebody says of the assumptions stands beside each.
    def answer(store, kept, stale: false, recompute: nil)
      stated = store.water_answers.assumptions
      Answered.new(
        answers: kept.answers.map { |answer| answer.with_words(stated) },
        **kept.slice(:made_at, :took_ms), stale:, recompute:
      )
    end
    private_class_method :fresh_enough?, :too_few, :answer
  end
end
