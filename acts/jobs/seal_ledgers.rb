# frozen_string_literal: true

module Acts
  # Seals what was added to the ledgers, and holds the seals against them.
  module SealLedgers
    module_function

    # Returns { ledger => rows sealed now, nil when it was too busy }.
    def call(store:)
      Store::LedgerSeals::LEDGERS.to_h { |ledger| [ledger, store.ledger_seals.seal(ledger)] }
    end

    # kept: { ledger => { last_id:, hash: } } of seals that were kept elsewhere, for a chain that
    #       was made anew
    # Returns { ledger => as Store::LedgerSeals#verify }.
    def verify(store:, kept: {})
      Store::LedgerSeals::LEDGERS.to_h do |ledger|
        verified = store.ledger_seals.verify(ledger)
        copy = kept[ledger]
        other = copy && !store.ledger_seals.there?(ledger, **copy.slice(:last_id, :hash))
        if other
          verified[:broken] << {
            last_id: copy[:last_id],
            why: "the seal that was kept elsewhere is not there any more"
          }
        end
        [ledger, verified]
      end
    end
  end
end
