# frozen_string_literal: true

module Store
  # How many fish of how many members stand behind answers of Water.
  #
  #   apart_from: id of a member whose own do not count, nil for nobody
  class Behind
    include CatchFilter

    def initialize(db) = @db = db

    # Fish let go with a tag under this filter; for growth and movement those seen again.
    #   topic: "growth" | "movement" | "tags" | "lengths";  filter: as CatchFilter has it
    # Returns { fish:, members: }.
    def fish(topic, filter, apart_from:)
      rows = others(filtered(releases(topic), filter, Sequel[:catches]), apart_from)
      counts = %i[fish_id member_id].map { |name| Sequel.function(:count, name).distinct }
      %i[fish members].zip(rows.get([counts[0].as(:fish), counts[1].as(:members)])).to_h
    end

    # All of them by what a pooled filter may name: [{ species:, water:, year:, member_id:,
    # fish: }]; of effort trips are counted, of no species.
    #   topic: "handling" | "effort"
    def groups(topic, apart_from:)
      topic == "effort" ? trips(apart_from) : handled(apart_from)
    end

    private

    def releases(topic)
      rows = @db[:catches].where(kind: "tagged")
      return rows unless %w[growth movement].include?(topic)

      rows.where(fish_id: @db[:catches].exclude(kind: "tagged").select(:fish_id))
    end

    def handled(apart_from)
      rows = @db[:catches].where(kind: "tagged", fate: "released")
      grouped(others(rows, apart_from), :caught_on, Sequel[:species_code])
    end

    def trips(apart_from)
      rows = @db[:trips].exclude(rods: nil).join(:spots, code: :spot_code)
      grouped(others(rows, apart_from), :held_on, Sequel.cast(nil, String))
    end

    def grouped(rows, day, species)
      year = Sequel.cast(Sequel.function(:date_part, "year", day), Integer)
      rows.select(
        species.as(:species), Sequel[:water_code].as(:water), year.as(:year), :member_id
      ).from_self.group(:species, :water, :year, :member_id)
        .select(:species, :water, :year, :member_id, Sequel.function(:count).*.as(:fish)).all
    end

    def others(rows, id) = id ? rows.exclude(member_id: id) : rows
  end
end
