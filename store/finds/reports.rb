# frozen_string_literal: true

module Store
  # What finders sent and what was read on the Deck, and the fish that each was matched to.
  class Reports
    MATCHED = %i[fish_id tag_number story_key].freeze
    FIELDS = Core::Fields::Report
    COLUMNS = FIELDS.columns
    # A report sent again as another one within so long is the same one.
    SAME_WITHIN_SECONDS = 86_400

    def initialize(db) = @db = db

    # Core::Recaptures::Report with the fish that it is matched to, or nil.
    def find(id) = report(with_fish.first(Sequel[:reports][:id] => id))

    # What was read on the Deck at this encounter and came to the desk, or nil.
    def of_encounter(encounter_id) = report(with_fish.first(encounter_id:))

    # Reports that wait with one of these numbers, read whole.
    def waiting_with(numbers)
      with_fish
        .where(state: "waiting")
        .where(Sequel.pg_array_op(:numbers).overlaps(Sequel.pg_array(numbers, :text)))
        .order(:sent_at)
        .map { |row| report(row) }
    end

    def add(report) = @db[:reports].insert(columns(report.slice(*COLUMNS).compact))

    # changes: { column => value }
    def change(id, changes)
      @db[:reports].where(id:).update(columns(changes.slice(*COLUMNS)))
    end

    # Lets reports of the same content come one after the other until the transaction ends, and
    # returns the one that was first, or nil.
    def same_content(fingerprint, before:)
      @db.get(Sequel.function(:pg_advisory_xact_lock, Sequel.function(:hashtext, fingerprint)))
      @db[:reports]
        .where(fingerprint:, same_as: nil)
        .where { sent_at > before - SAME_WITHIN_SECONDS }
        .order(:sent_at)
        .get(:id)
    end

    def forget_finder(id)
      @db[:reports].where(id:).update(finder_name: nil, finder_contact: nil, finder_phone: nil)
      # A table that it came in with names the finder too.
      @db[:import_rows].where(report_id: id).update(
        cells: Sequel.pg_jsonb_wrap([]), said: Sequel.lit("said - 'finder_name'")
      )
    end

    # decided_by: the coordinator, nil for a number that speaks for itself
    def match(report_id:, fish_id:, tag_number:, decided_by: nil)
      @db[:matches].insert(
        report_id:, fish_id:, tag_number:,
        how: decided_by ? "decided" : "exact",
        decided_by:, growth_version: GrowthVersion.of(@db, fish_id)
      )
    end

    def mark_matched(id) = @db[:reports].where(id:).update(state: "matched", waiting_reason: nil)

    # The match ends but its row stays.
    def unmatch(report_id, now:)
      @db[:matches].where(report_id:, undone_at: nil).update(undone_at: now)
    end

    def decided_by_hand?(report_id)
      !@db[:matches].where(report_id:, undone_at: nil, how: "decided").empty?
    end

    def wait(id, reason)
      @db[:reports].where(id:).update(
        state: "waiting",
        waiting_reason: reason.to_s,
        same_as: nil,
        other_programme: nil
      )
    end

    def set_aside(id, other_programme: nil)
      @db[:reports].where(id:).update(state: "set_aside", waiting_reason: nil, other_programme:)
    end

    def join(id, same_as:)
      @db[:reports].where(id:).update(state: "joined", waiting_reason: nil, same_as:)
    end

    # Tags of other programmes, the newest first, each with how it stands.
    def foreign
      handed = @db[:handed_over].join(:partners, id: :partner_id)
        .select(:report_id, Sequel[:partners][:name].as(:partner), :answer, :failure)
      @db[:reports]
        .left_join(handed.as(:handed), report_id: :id)
        .exclude(other_programme: nil)
        .order(Sequel.desc(:sent_at), :id)
        .limit(500)
        .select(
          :id, :number_as_read, :other_programme, :species_code, :length_mm, :length_kind,
          :caught_on, :place_words, :fate, :passed_on_at, :passed_on_to, :may_pass_on, :partner,
          :answer, :failure
        )
        .map { |row| { **row, answer: Partners.answer(row[:answer]) } }
    end

    def pass_on(ids, to:, now:)
      @db[:reports]
        .where(id: ids, passed_on_at: nil)
        .exclude(other_programme: nil)
        .update(passed_on_at: now, passed_on_to: to)
    end

    private

    def with_fish
      own = COLUMNS.map { |column| Sequel[:reports][column] }
      @db[:reports]
        .left_join(:matches, report_id: :id, undone_at: nil)
        .left_join(:fish, id: :fish_id)
        .select(*own, *MATCHED)
    end

    def report(row) = row && Core::Recaptures::Report.new(**Row.read(FIELDS, row))

    def columns(fields)
      Row.write(FIELDS, fields).slice(*fields.keys)
    end
  end
end
