# frozen_string_literal: true

module Acts
  # An answer of Water that is worked out anew: begun by itself where records changed or by
  # somebody, looked at while it runs, stopped by who began it or by a coordinator. What was
  # stopped stands as it was: it begins again with other records, or when somebody asks.
  module Recompute
    # So long without an end, and it is taken for dead.
    DEAD_SECONDS = 3600

    module_function

    # By hand. filter: as WaterFilter takes it. Raises Core::Conflict where nothing changed.
    def call(context, topic:, filter:)
      store = context.store
      filter = WaterFilter.of(context, filter, topic:)
      kept = store.water_answers.find(topic, Fingerprint.of(filter))
      version = store.water_answers.data_version(today: context.today)
      if kept&.data_version == version
        raise Core::Conflict.at(
          "topic", :nothing_changed,
          "Nothing has changed since this was calculated, so the result would be the same."
        )
      end
      start(context, topic, filter, version)
    end

    # By itself: not what somebody stopped while nothing else was stored.
    def if_due(context, topic, filter, version)
      last = context.store.recomputes.last(topic, Fingerprint.of(filter))
      return if last&.stopped_for?(version)

      start(context, topic, filter, version)
    end

    # filter: as WaterFilter takes it. Raises Core::NotFound, Core::Forbidden.
    def stop(context, topic:, filter:)
      filter = WaterFilter.of(context, filter, topic:)
      last = context.store.recomputes.last(topic, Fingerprint.of(filter))
      raise Core::NotFound.new(:not_running, "This is not being calculated now.") unless last&.open?
      unless may_stop?(context.member, last)
        raise Core::Forbidden.new(:anothers,
          "Only the member who started it, or a coordinator, can stop it.")
      end

      context.store.recomputes.stop(last.id)
    end

    # { parts_done:, parts:, asked_at:, stopped:, may_stop: } of the last one under a filter as
    # WaterFilter gives it; nil when none runs and none was stopped.
    def state(context, topic, filter)
      last = context.store.recomputes.last(topic, Fingerprint.of(filter))
      return nil if last.nil? || last.finished?

      may_stop = last.open? && may_stop?(context.member, last)
      { **last.slice(:parts_done, :parts, :asked_at), stopped: last.stopped?, may_stop: }
    end

    def start(context, topic, filter, version)
      days = filter.slice(:from, :to).transform_values(&:iso8601)
      context.store.transaction do
        id = context.store.recomputes.add(
          topic:, asked: Fingerprint.of(filter), filter: { **filter, **days },
          data_version: version, asked_by: person(context.member),
          parts: WorkOutAnswers::PARTS.fetch(topic), dead_before: context.now - DEAD_SECONDS
        )
        WaterJob.enqueue(topic, { **filter, **days }, id) if id
      end
    end

    def person(member) = member.reader? ? nil : member.id

    def may_stop?(member, last)
      member.coordinator? || (!person(member).nil? && person(member) == last.asked_by)
    end
    private_class_method :start, :person, :may_stop?
  end
end
