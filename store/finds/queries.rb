# frozen_string_literal: true

module Store
  # Doubts about stored records, and records that could not be stored, for the desk.
  class Queries
    def initialize(db) = @db = db

    # The oldest first. state: "open" | "settled"
    # [{ encounter_id:, trip_id:, code:, sentence:, raised_at:, settled_by:, settled_why:,
    # member_name:, species_code:, caught_on:, spot_name:, numbers: }]
    def flagged(state:, limit: 200)
      rows =
        @db[:queries]
          .join(:encounters, id: :encounter_id)
          .join(Sequel[:members].as(:taggers), id: Sequel[:encounters][:member_id])
          .left_join(:spots, code: Sequel[:encounters][:spot_code])
          .left_join(Sequel[:members].as(:settlers), id: Sequel[:queries][:settled_by])
      rows =
        (
          if state == "open"
            rows.where(settled_at: nil).order(:raised_at)
          else
            rows.exclude(settled_by: nil).order(Sequel.desc(:settled_at))
          end
        )
      doubts_by_id =
        rows
          .order_append(:encounter_id, Sequel[:queries][:code])
          .limit(limit)
          .select(
            Sequel[:queries][:encounter_id],
            :trip_id,
            Sequel[:queries][:code],
            :sentence,
            :raised_at,
            Sequel[:settlers][:name].as(:settled_by),
            :settled_why,
            Sequel[:taggers][:name].as(:member_name),
            Sequel[:encounters][:species_code],
            :caught_on,
            Sequel[:spots][:name].as(:spot_name)
          )
          .all
      tags =
        @db[:taggings].where(
          encounter_id: doubts_by_id.map { |row| row[:encounter_id] },
          ended_at: nil
        ).select_hash_groups(:encounter_id, :tag_number)
      doubts_by_id.map { |row| row.merge(numbers: tags.fetch(row[:encounter_id], [])) }
    end

    def open = @db[:queries].where(settled_at: nil).count

    # [{ id:, trip_id:, code:, message:, fields: [names], held_at:, member_name:, record: Hash as
    # sent }] the oldest first
    def held(limit: 200)
      held = Sequel[:held_encounters]
      @db[:held_encounters]
        .join(:members, id: :member_id)
        .where(settled_at: nil)
        .order(:held_at)
        .limit(limit)
        .select(
          held[:id],
          Sequel.lit("body->>'trip_id'").as(:trip_id),
          :code,
          :message,
          :held_at,
          held[:fields],
          held[:body].as(:record),
          Sequel[:members][:name].as(:member_name)
        )
        .map { |row| row.merge(fields: row[:fields].keys, record: row[:record].to_h) }
    end

    # Locks it. Core::Checks::Query or nil
    def lock(encounter_id, code)
      row =
        @db[:queries]
          .join(:encounters, id: :encounter_id)
          .where(encounter_id:, code:)
          .select(Sequel[:queries][:settled_at], :member_id, :sentence, :caught_on)
          .for_update
          .first
      row && Core::Checks::Query.new(**row)
    end

    # by nil: open again
    def settle(encounter_id, code, by:, why:, now:)
      @db[:queries].where(encounter_id:, code:).update(
        settled_at: by && now,
        settled_by: by,
        settled_why: by && why
      )
    end

    # Replaces the open doubts about these encounters; what a coordinator settled stays so.
    def flag(doubts)
      doubts.each do |encounter_id, noted|
        @db[:queries]
          .where(encounter_id:, settled_at: nil)
          .exclude(code: noted.map { |query| query.code.to_s })
          .update(settled_at: Sequel::CURRENT_TIMESTAMP)
        noted.each do |query|
          row = { sentence: query.sentence, evidence: Sequel.pg_jsonb(query.evidence),
                  settled_at: nil }
          @db[:queries].insert_conflict(
            target: %i[encounter_id code],
            update: row,
            update_where: {
              Sequel[:queries][:settled_by] => nil
            }
          ).insert(encounter_id:, code: query.code.to_s, **row)
        end
      end
    end
  end
end
