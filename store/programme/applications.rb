# frozen_string_literal: true

module Store
  # Who asks to join, and what became of it.
  class Applications
    COLUMNS = Core::People::Application.members

    def initialize(db) = @db = db

    def find(id) = application(@db[:applications].select(*COLUMNS).first(id:))
    def lock(id) = @db[:applications].where(id:).for_update.get(:id)
    def fingerprint(id) = @db[:applications].where(id:).get(:fingerprint)

    # application: Core::People::Application;  guardian_digest: hash of the key in the letter
    def add(application, fingerprint:, guardian_digest: nil)
      row = application.to_h.except(:sent_at)
      family = Sequel.pg_jsonb(application.family)
      @db[:applications].insert(**row, family:, fingerprint:, guardian_digest:)
    end

    def change(id, columns) = @db[:applications].where(id:).update(columns)

    # By the key of the guardian's letter, or nil.
    def by_guardian(digest)
      application(@db[:applications].select(*COLUMNS).first(guardian_digest: digest))
    end

    # Those that nobody has decided, the oldest first: [Core::People::Application]
    def open
      @db[:applications].where(state: %w[waiting asked]).order(:sent_at).select(*COLUMNS)
        .map { |row| application(row) }
    end

    # How many came from an address of mail since then.
    def from_address(email, since:)
      @db[:applications].where(Sequel.function(:lower, :email) => email.downcase)
        .where { sent_at >= since }.count
    end

    # Nobody is written to any more, and what was told is gone: decided longer ago than that.
    def sweep(before:)
      @db[:applications].where(state: %w[accepted declined]).where { decided_at < before }.delete
    end

    private

    def application(row)
      row && Core::People::Application.new(**row, family: Row.plain(row[:family], keys: :to_sym))
    end
  end
end
