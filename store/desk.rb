# frozen_string_literal: true

module Store
  # The judgement desk: fish that a reading may mean, and what was decided of a report.
  class Desk
    # A pattern with hardly a sure character fits whole series; more than this is no help to anybody.
    MOST = 3000

    def initialize(db) = @db = db

    # Reports that wait, the oldest first, with how often they were decided before.
    def queue(limit:)
      decided = @db[:decisions].where(report_id: Sequel[:reports][:id]).select(Sequel.function(:count).*)
      @db[:reports].where(state: "waiting").order(:sent_at, :id).limit(limit)
                   .select(:id, :number_as_read, :species_code, :caught_on, :waiting_reason, :sent_at, :place_words, :fate, decided.as(:decisions)).all
    end

    def waiting = @db[:reports].where(state: "waiting").count

    # Fish that carry, or carried when kept, a number that this may be a reading of; see Core::Recaptures::Candidates.
    def candidates(reading)
      numbers = near(reading)
      taggings = @db[:taggings].where(Sequel[:taggings][:ended_at] => nil)
      taggings = numbers ? taggings.where(tag_number: numbers) : taggings.where(like(reading.pattern)).limit(MOST)
      rows = taggings.join(:encounters, id: :encounter_id).left_join(:spots, code: Sequel[:encounters][:spot_code])
                     .select(:tag_number, Sequel[:taggings][:fish_id], :species_code, :length_mm, :length_kind, :length_how, :length_sd_mm, :caught_on,
                             Sequel.function(:coalesce, Sequel[:encounters][:lat_deg], Sequel[:spots][:lat_deg]).as(:lat_deg),
                             Sequel.function(:coalesce, Sequel[:encounters][:lon_deg], Sequel[:spots][:lon_deg]).as(:lon_deg)).all
      kept = kept_of(rows.map { |row| row[:fish_id] })
      rows.map { |row| candidate(row, kept) }
    end

    def decisions(report_id)
      @db[:decisions].join(:members, id: :member_id).where(report_id:).order(Sequel[:decisions][:id])
                     .select(Sequel[:decisions][:id], :verdict, :tag_number, :share, :reason, Sequel[:members][:name].as(:by), :made_at).all
    end

    # Locks the report, so that two coordinators take turns. { state:, decisions: Integer }
    def lock(report_id)
      row = @db[:reports].where(id: report_id).for_update.select(:state).first
      row&.merge(decisions: @db[:decisions].where(report_id:).count)
    end

    def decide(report_id:, verdict:, reason:, member_id:, fish_id: nil, tag_number: nil, share: nil)
      @db[:decisions].insert(report_id:, verdict:, reason:, member_id:, fish_id:, tag_number:, share:)
    end

    def accept(report_id:, fish_id:, tag_number:, member_id:)
      @db[:matches].insert(report_id:, fish_id:, tag_number:, how: "decided", decided_by: member_id)
      @db[:reports].where(id: report_id).update(state: "matched", waiting_reason: nil)
    end

    def put_aside(report_id) = @db[:reports].where(id: report_id).update(state: "set_aside", waiting_reason: nil)

    # The match ends but its row stays; the report waits again.
    def reopen(report_id, at:)
      @db[:matches].where(report_id:, undone_at: nil).update(undone_at: at)
      @db[:reports].where(id: report_id).update(state: "waiting", waiting_reason: "number_not_found")
    end

    private

    # nil when some series has too many.
    def near(reading)
      found = @db[:tag_series].distinct.select_map(%i[prefix digits]).map { |prefix, digits| reading.neighbours(prefix:, digits:) }
      found.include?(nil) ? nil : found.flatten
    end

    # By whichever end of the pattern is sure for longer.
    def like(pattern)
      from_end = pattern.reverse.index(/[%_]/).to_i > pattern.index(/[%_]/).to_i
      Sequel.&(Sequel.like(:tag_number, pattern), from_end ? Sequel.like(Sequel.function(:reverse, :tag_number), pattern.reverse) : true)
    end

    def kept_of(fish_ids)
      by_report = @db[:reports].join(:matches, report_id: :id).where(fish_id: fish_ids, undone_at: nil, fate: "kept").select_map(:fish_id)
      by_report | @db[:encounters].where(fish_id: fish_ids, fate: "kept").select_map(:fish_id)
    end

    def candidate(row, kept)
      { number: row[:tag_number], fish_id: row[:fish_id], species_code: row[:species_code], state: kept.include?(row[:fish_id]) ? "kept" : "at_large", length: Core::Fish::Length.of(row),
        released_on: row[:caught_on], lat_deg: row[:lat_deg], lon_deg: row[:lon_deg] }
    end
  end
end
