# frozen_string_literal: true

module Acts
  # What the tags taught of one topic, under one filter. An answer is worked out once and kept; when
  # what is stored has changed since, the last one is shown with its date, and a job makes a new
  # one.
  #
  #   topic:  of TOPICS
  #   filter: as WaterFilter takes it
  #
  # Returns { topic:, answers: [Hash], made_at: Time | nil, stale: }. Raises Core::InvalidInput.
  module AnswerWater
    TOPICS = %w[growth movement handling tags lengths effort health].freeze
    # Growth and lengths are of one species: without a filter, of so many that have most fish.
    MOST_SPECIES = 3
    # Of more records than these nobody waits for a first answer: a job makes it.
    MOST_AT_ONCE = 30_000
    LONG_MS = 2000
    LONG_STANDS_SECONDS = 3600
    NOTHING_YET = { answers: [], made_at: nil, took_ms: nil }.freeze

    module_function

    def call(context, topic:, filter:)
      store = context.store
      filter = WaterFilter.of(context, filter)
      asked = Fingerprint.of(filter)
      version = store.water_answers.data_version(today: context.today)
      kept = store.water_answers.find(topic, asked)
      return told(kept, stale: false, store:) if kept && kept[:data_version] == version

      if kept || store.water_answers.size > MOST_AT_ONCE
        renew(store, topic, filter) unless kept && fresh_enough?(kept, context.now)
        return told(kept || NOTHING_YET, stale: true, store:)
      end
      told(make(store, topic, filter, today: context.today), stale: false, store:)
    end

    # What took long is not made anew with every change.
    def fresh_enough?(kept, now)
      kept[:took_ms] > LONG_MS && now - kept[:made_at] < LONG_STANDS_SECONDS
    end

    def renew(store, topic, filter)
      return if store.jobs.any?(WaterJob.name, topic)

      days = filter.slice(:from, :to).transform_values(&:iso8601)
      store.transaction { WaterJob.enqueue(topic, { **filter, **days }) }
    end

    # Works it out and keeps it. Returns the row.
    def make(store, topic, filter, today:)
      version = store.water_answers.data_version(today:)
      start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      answers = send(topic, store, filter, today).map(&:to_h)
      took_ms = ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - start) * 1000).round
      asked = Fingerprint.of(filter)
      store.write do
        store.water_answers.keep(topic, asked, data_version: version, answers:, took_ms:)
      end
      store.water_answers.find(topic, asked)
    end

    # What somebody says of the assumptions stands beside each.
    def told(row, stale:, store:)
      answers = with_words(row[:answers], store)
      { answers:, made_at: row[:made_at], took_ms: row[:took_ms], stale: }
    end

    def with_words(answers, store)
      said = store.water_answers.assumptions
      answers.map do |answer|
        assumptions = answer[:assumptions].map do |one|
          word = said[one[:key]]
          { **one, holds: word && word[:holds], why: word && word[:why], by: word && word[:by] }
        end
        answer.merge(assumptions:)
      end
    end

    # What is found of all fish is also what matching expects from then on.
    def growth(store, filter, _today)
      store.water.increments(filter).group_by { |row| row[:species_code] }
        .sort_by { |_, rows| -rows.size }.first(MOST_SPECIES)
        .map do |code, rows|
          species = store.species.find(code)
          known, fit = Core::Water::GrowthAnswer.fit(rows)
          KeepGrowth.call(store, species, fit) if filter.empty?
          seasonal = fit.is_a?(String) ? nil : Core::Estimates::SeasonalGrowth.fit(known, fit)
          Core::Water::GrowthAnswer.of(
            known, fit, seasonal:, species: species.common_name, kind: species.length_kind
          )
        end
    end

    def movement(store, filter, _today)
      Core::Water::MovementAnswers.of(store.water.moves(filter), spots: store.waters.spots)
    end

    def handling(store, filter, today)
      Core::Water::HandlingAnswers.of(store.water.treated(filter, today:))
    end

    def tags(store, filter, _today)
      Core::Water::TagAnswers.of(
        doubles: store.water.double_tagged(filter), seasons: store.water.seasons(filter),
        fates: store.water.fates(filter)
      ) + closed(store, filter)
    end

    # Of each closed water the species that was caught most there.
    def closed(store, filter)
      store.water.visited(filter).group_by { |row| row[:water] }.map do |water, rows|
        code, fish = rows.group_by { |row| row[:species_code] }.max_by { |_, all| all.size }
        Core::Water::ClosedAnswer.of(
          fish, species: store.species.find(code).common_name, water:, year: rows.first[:year]
        )
      end
    end

    def lengths(store, filter, _today)
      store.water.lengths(filter).group_by { |row| row[:species_code] }
        .sort_by { |_, rows| -rows.sum { |row| row[:fish] } }.first(MOST_SPECIES)
        .flat_map do |code, rows|
          species = store.species.find(code)
          classes = rows.select { |row| row[:length_kind] == species.length_kind }
          Core::Water::LengthAnswers.of(
            classes, store.water.weighed(filter.merge(species: code)),
            species: species.common_name, kind: species.length_kind
          )
        end
    end

    def effort(store, filter, _today)
      Core::Water::EffortAnswers.of(store.water.efforts(filter), untold: store.water.untold(filter))
    end

    def health(store, _filter, today) = Core::Water::HealthAnswers.of(store.water.health(today:))
    private_class_method :fresh_enough?,
      :told,
      :renew,
      :growth,
      :movement,
      :handling,
      :tags,
      :closed,
      :lengths,
      :effort,
      :health
  end
end
