# frozen_string_literal: true

module Store
  # Versions of the house rules.
  class HouseRules
    def initialize(db) = @db = db

    # Core::Protocol::HouseRules in force.
    def current = @db[:house_rules].order(Sequel.desc(:version)).first.then { |row| Core::Protocol::HouseRules.new(version: row[:version], choices: deep(row[:choices])) }

    # Adds the version after base_version; a second one after the same base meets the primary key.
    def add(base_version:, choices:, why:, member_id:) = @db[:house_rules].insert(version: base_version + 1, choices: Sequel.pg_jsonb(choices), why:, member_id:)

    # [{ version:, why:, by:, made_at: }, ...] newest first
    def versions
      @db[:house_rules].left_join(:members, id: :member_id).order(Sequel.desc(:version)).select(:version, :why, Sequel[:members][:name].as(:by), :made_at).all
    end

    private

    def deep(json) = JSON.parse(JSON.generate(json), symbolize_names: true)
  end
end
