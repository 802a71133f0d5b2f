# frozen_string_literal: true

module Store
  # Programmes to which reports go, those that went, and those that came from one.
  class Partners
    COLUMNS = Core::Exchange::Partner.members

    def initialize(db) = @db = db

    # As the office sees them, without the keys: [{ id:, name:, address:, by:, handed_over:,
    # answered: }]
    def all
      count = Sequel.function(:count, Sequel[:handed_over][:report_id])
      answered = Sequel.lit("handed_over.answer ->> 'state' <> 'waiting'")
      in_force.join(:members, id: :member_id)
        .left_join(:handed_over, partner_id: Sequel[:partners][:id])
        .group(Sequel[:partners][:id], Sequel[:members][:name]).order(Sequel[:partners][:name])
        .select(
          Sequel[:partners][:id], Sequel[:partners][:name], :address,
          Sequel[:members][:name].as(:by), count.as(:handed_over),
          count.filter(answered).as(:answered)
        ).all
    end

    # Core::Exchange::Partner or nil
    def named(name)
      row = in_force.where(Sequel.function(:lower, :name) => name.to_s.downcase)
        .select(*COLUMNS).first
      row && Core::Exchange::Partner.new(**row)
    end

    def add(**columns) = @db[:partners].insert(**columns)

    # Returns whether there was one.
    def finish(id, now:)
      in_force.where(Sequel[:partners][:id] => id).update(ended_at: now).positive?
    end

    # Whether it was not begun before.
    def begin(report_id, partner_id:)
      !@db[:handed_over].insert_conflict.returning(:report_id).insert(report_id:,
        partner_id:).empty?
    end

    # A value of the column: Core::Recaptures::PartnerAnswer or nil
    def self.answer(column)
      column && Core::Recaptures::PartnerAnswer.new(**Row.plain(column.to_h, keys: :to_sym))
    end

    # { partner: Core::Exchange::Partner, sent_at:, answer: as .answer } or nil
    def handed(report_id)
      row = @db[:handed_over].join(:partners, id: :partner_id)
        .where(report_id:, ended_at: nil)
        .select(:sent_at, :answer, *COLUMNS.map { |column| Sequel[:partners][column] }).first
      return if row.nil?

      { partner: Core::Exchange::Partner.new(**row.slice(*COLUMNS)), sent_at: row[:sent_at],
        answer: Partners.answer(row[:answer]) }
    end

    def answered(report_id, answer, now:)
      @db[:handed_over].where(report_id:).update(
        sent_at: Sequel.function(:coalesce, :sent_at, now), answer: Sequel.pg_jsonb(answer),
        answered_at: now, failure: nil
      )
    end

    # Returns how often it was tried.
    def waited(report_id, failure:)
      @db[:handed_over].where(report_id:).returning(:attempts)
        .update(attempts: Sequel[:attempts] + 1, failure:).first&.fetch(:attempts) || 1
    end

    def forget(report_id) = @db[:handed_over].where(report_id:).delete

    def took_in(report_id, key_id:) = @db[:handed_in].insert(report_id:, key_id:)

    # The key with which it came, or nil.
    def handed_in_by(report_id) = @db[:handed_in].where(report_id:).get(:key_id)

    private

    def in_force = @db[:partners].where(ended_at: nil)
  end
end
