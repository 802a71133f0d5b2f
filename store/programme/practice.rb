# frozen_string_literal: true

module Store
  # Results of practice, and what was signed of them.
  class Practice
    COLUMNS = %i[id member_id skill scene seed level marks points at is_replayed].freeze
    # So many tasks wait on a phone without a signal.
    SEEDS_AHEAD = 60
    SEEDS = 2_147_483_646

    def initialize(db) = @db = db

    # Rows that are there already stay.
    def add(rows) = @db[:practice_results].insert_conflict.multi_insert(rows)

    # Seeds that a member was given and has not used, filled up to so many.
    def seeds(member_id)
      own = @db[:practice_seeds].where(member_id:)
      missing = SEEDS_AHEAD - own.where(used_at: nil).count
      rows = Array.new([missing, 0].max) { { member_id:, seed: SecureRandom.random_number(SEEDS) } }
      @db[:practice_seeds].insert_conflict.multi_insert(rows)
      own.where(used_at: nil).order(:given_at, :seed).limit(SEEDS_AHEAD).select_map(:seed)
    end

    # Whether it was given to this member and is used now for the first time.
    def use_seed?(member_id, seed, now:)
      @db[:practice_seeds].where(member_id:, seed:, used_at: nil).update(used_at: now) == 1
    end

    # The oldest first.
    def of(member_id)
      @db[:practice_results].where(member_id:).order(:at, :id).select(*COLUMNS).all
    end

    def signatures(member_id)
      @db[:practice_signatures].join(:members, id: :signed_by).where(member_id:)
        .select(:item, :note, :signed_at, Sequel[:members][:name].as(:by)).all
    end

    def sign(**signature) = @db[:practice_signatures].insert(signature)

    # What a member's fish since a day show: { fish:, deep:, long_air:, unmeasured: }
    def mistakes(member_id, since:, long_air_seconds:)
      @db[:encounters].where(member_id:).where { caught_on >= since }.select(
        Sequel.function(:count).*.as(:fish),
        Sequel.function(:count).*.filter(hook_place: Core::Handling::Caution::DEEP).as(:deep),
        Sequel.function(:count).*.filter { air_seconds > long_air_seconds }.as(:long_air),
        Sequel.function(:count).*.filter(length_mm: nil).as(:unmeasured)
      ).first
    end
  end
end
