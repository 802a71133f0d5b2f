# frozen_string_literal: true

module Store
  # Seals over the ledgers: a chain of hashes, each over some rows and the hash before it. Whoever
  # changes, removes or adds a sealed row afterwards, as the owner of the tables or in the files, is
  # found by it.
  #
  # A copy of the last seals kept elsewhere (every backup holds one) also tells a chain that was
  # made anew.
  class LedgerSeals
    # Whose rows they are, in the order they are looked at; ids rise in each.
    LEDGERS = %i[
      stages tag_custody corrections decisions changes row_changes own_rules encounter_versions
      security_events
    ].freeze
    ROWS = 20_000
    START = "0" * 64

    def initialize(db) = @db = db

    # Seals what is not sealed yet of one ledger. Returns the number of rows, nil when it was too
    # busy.
    def seal(ledger)
      sealed = 0
      loop do
        rows = @db.get(Sequel.function(:seal_ledger, ledger.to_s, ROWS))
        return sealed if rows.zero?

        sealed += rows
      end
    rescue Sequel::DatabaseLockTimeout
      nil
    end

    # Holds every seal of a ledger against the rows it covers.
    #
    # Returns { seals:, rows:, broken: [{ seal_id:, first_id:, last_id:, why: }], last_hash: }
    def verify(ledger)
      before, last_id, broken, rows = START, 0, [], 0
      seals = of(ledger)
      seals.each do |seal|
        why = trouble(ledger, seal, before, last_id)
        broken << { seal_id: seal[:id], **seal.slice(:first_id, :last_id), why: } if why
        before, last_id = seal.values_at(:hash, :last_id)
        rows += seal[:rows]
      end
      { seals: seals.size, rows:, broken:, last_hash: before }
    end

    # { ledger => { id:, last_id:, hash: } } of the newest, to be kept elsewhere.
    def newest
      LEDGERS.to_h { |ledger| [ledger, of(ledger).last&.slice(:id, :last_id, :hash)] }.compact
    end

    # Whether a seal that was kept elsewhere still stands here.
    def there?(ledger, last_id:, hash:)
      !@db[:ledger_seals].where(ledger: ledger.to_s, last_id:, hash:).empty?
    end

    private

    def of(ledger) = @db[:ledger_seals].where(ledger: ledger.to_s).order(:last_id).all

    def trouble(ledger, seal, before, last_id)
      columns = seal[:columns].to_a
      return "a column of it is gone" unless (columns.map(&:to_sym) - @db[ledger].columns).empty?

      named = Sequel.pg_array(columns, :text)
      rows =
        @db.from(
          Sequel.function(:ledger_digest, ledger.to_s, named, last_id, seal[:last_id], ROWS, before)
        ).first
      if rows[:rows] != seal[:rows]
        return "#{seal[:rows]} rows were sealed, and #{rows[:rows]} are there"
      end

      "a row is not as it was sealed, or the seal before it is not" if rows[:hash] != seal[:hash]
    end
  end
end
