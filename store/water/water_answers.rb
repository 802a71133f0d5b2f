# frozen_string_literal: true

module Store
  # Answers that were worked out of the catches, of which data, and what was said of what they take
  # for granted.
  class WaterAnswers
    def initialize(db) = @db = db

    # A word that changes with what is stored: every change is noted; what is loaded in bulk shows
    # in the sizes that the database keeps of its tables.
    def data_version(today:)
      sizes = @db[:pg_class].where(relname: %w[encounter_records reports matches])
        .order(:relname).select_map(:reltuples)
      [@db[:row_changes].max(:id), *sizes.map(&:to_i), today].join(" ")
    end

    # About how many records there are, as the database last counted them.
    def size = @db[:pg_class].where(relname: "encounter_records").get(:reltuples).to_i

    # Core::Answers::Kept or nil
    def find(topic, asked)
      row = @db[:water_answers].where(topic:, asked:).select(*Core::Answers::Kept.members).first
      return if row.nil?

      answers = Row.plain(row[:answers].to_a, keys: :to_sym)
      known = Core::Answers::Answer
      Core::Answers::Kept.new(
        **row, answers: answers.map { |answer| known.new(**answer.slice(*known.members)) }
      )
    end

    def keep(topic, asked, data_version:, answers:, took_ms:)
      row = {
        data_version:,
        answers: Sequel.pg_jsonb(answers),
        took_ms:,
        made_at: Sequel::CURRENT_TIMESTAMP
      }
      @db[:water_answers].insert_conflict(target: %i[topic asked], update: row).insert(
        topic:, asked:, **row
      )
    end

    # What was said of them: { key => { holds:, why:, by: } }
    def assumptions
      @db[:water_assumptions].join(:members, id: :member_id)
        .select(:key, :holds, :why, Sequel[:members][:name].as(:by))
        .to_h { |row| [row.delete(:key), row] }
    end

    def say(key, holds:, why:, member_id:)
      row = { holds:, why:, member_id:, said_at: Sequel::CURRENT_TIMESTAMP }
      @db[:water_assumptions].insert_conflict(target: :key, update: row).insert(key:, **row)
    end
  end
end
