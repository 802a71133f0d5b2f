# frozen_string_literal: true

module Store
  # One list of everything that came back: finders' reports and recaptures logged on the Deck.
  class Finds
    SORTS = {
      "caught_on" => :caught_on,
      "days" => :days_at_liberty,
      "number" => :number,
      "species" => :species_name
    }.freeze
    # What stands in for an unknown value when sorting, so that a cursor can compare with it.
    LONG_AGO = Date.new(1, 1, 1)
    FLOOR = {
      caught_on: LONG_AGO,
      days_at_liberty: -1_000_000,
      number: "",
      species_name: ""
    }.freeze

    # What the rows are in order of, for a cursor: a class.
    def self.sorted_by(sort) = FLOOR.fetch(SORTS.fetch(sort)).class

    def initialize(db) = @db = db

    # filter: { search: part of a number, species, finder's name or place, state: "matched" |
    # "waiting", species_code:, member_id: only fish that this member handled }; nil for all
    # sort: a key of SORTS;  descending: true | false;  limit: Integer;  after: [value, id] of the
    #       last row seen
    #
    # Returns { rows: [...], total: Integer, after: [value, id] | nil }.
    def page(sort: "caught_on", descending: true, limit: 50, after: nil, **filter)
      column = SORTS.fetch(sort)
      selection = filtered(**filter)
      value = Sequel.function(:coalesce, column, FLOOR.fetch(column))
      rows = selection.select_append(value.as(:sort_value))
      rows = rows.where(after_condition(value, after, descending)) if after
      direction = descending ? :desc : :asc
      rows =
        rows
          .order(Sequel.public_send(direction, value), Sequel.public_send(direction, :id))
          .limit(limit + 1)
          .all
      more = rows.size > limit
      rows = rows.first(limit)
      {
        rows: rows.map { |row| row.except(:sort_value) },
        total: selection.count,
        after: more ? rows.last.values_at(:sort_value, :id) : nil
      }
    end

    # Story keys of fish that were caught again before a day, the last caught first, each fish once.
    def came_back(before:, limit:, species: nil)
      rows = @db[:catches].exclude(kind: "tagged").where { caught_on < before }
        .join(:fish, id: :fish_id)
      rows = rows.where(Sequel[:fish][:species_code] => species) if species
      rows.group(:story_key).order(Sequel.desc(Sequel.function(:max, :caught_on)), :story_key)
        .limit(limit).select_map(:story_key)
    end

    # [{ code:, common_name: }] of fish that were caught again
    def species_that_came_back
      back = @db[:fish].where(id: @db[:catches].exclude(kind: "tagged").select(:fish_id))
      @db[:species].where(code: back.select(:species_code)).order(:common_name)
        .select(:code, :common_name).all
    end

    private

    def after_condition(value, after, descending)
      row = Sequel.lit("(?, id)", value)
      cast = after.first.is_a?(Date) ? Sequel.cast(after.first, Date) : after.first
      Sequel.lit(descending ? "? < (?, ?::uuid)" : "? > (?, ?::uuid)", row, cast, after.last)
    end

    def filtered(search: nil, state: nil, species_code: nil, member_id: nil)
      rows = @db.from(all.as(:finds))
      rows = rows.where(state:) if state
      rows = rows.where(species_code:) if species_code
      unless search.to_s.strip.empty?
        pattern = "%#{rows.escape_like(search.strip)}%"
        rows =
          rows.where(
            %i[number species_name finder place]
              .map { |column| Sequel.ilike(column, pattern) }
              .reduce(:|)
          )
      end
      # Own finds: fish the member handled, and recaptures the member logged that have no fish yet.
      if member_id
        rows =
          rows.where(
            Sequel.|(
              { member_id: },
              { fish_id: @db[:encounters].where(member_id:).exclude(fish_id: nil).select(:fish_id) }
            )
          )
      end
      rows
    end

    def all = reported.union(recaptured, all: true, from_self: false)

    def released_on
      @db[:encounters]
        .where(Sequel[:encounters][:fish_id] => Sequel[:fish][:id], :kind => "tagged")
        .select { min(caught_on) }
    end

    def reported
      @db[:reports]
        .where(encounter_id: nil)
        .left_join(:matches, report_id: :id, undone_at: nil)
        .left_join(:fish, id: :fish_id)
        .left_join(
          :species,
          code:
            Sequel.function(
              :coalesce,
              Sequel[:fish][:species_code],
              Sequel[:reports][:species_code]
            )
        )
        .select(
          Sequel[:reports][:id],
          Sequel.as("report", :source),
          Sequel[:reports][:number_as_read].as(:number),
          Sequel[:species][:code].as(:species_code),
          Sequel[:species][:common_name].as(:species_name),
          Sequel[:reports][:caught_on],
          Sequel[:reports][:state],
          :waiting_reason,
          Sequel[:reports][:fate],
          Sequel[:reports][:place_words].as(:place),
          Sequel[:reports][:finder_name].as(:finder),
          Sequel[:fish][:id].as(:fish_id),
          :story_key,
          (Sequel[:reports][:caught_on] - released_on).as(:days_at_liberty),
          Sequel.cast(nil, :uuid).as(:member_id)
        )
    end

    def recaptured
      @db[:encounters]
        .where(kind: "recaptured")
        .left_join(:fish, id: :fish_id)
        .left_join(Sequel[:reports].as(:readings), encounter_id: Sequel[:encounters][:id])
        .join(:species, code: Sequel[:encounters][:species_code])
        .join(:members, id: Sequel[:encounters][:member_id])
        .left_join(:spots, code: Sequel[:encounters][:spot_code])
        .select(
          Sequel[:encounters][:id],
          Sequel.as("deck", :source),
          Sequel.lit("encounters.read_numbers[1]").as(:number),
          Sequel[:species][:code].as(:species_code),
          Sequel[:species][:common_name].as(:species_name),
          Sequel[:encounters][:caught_on],
          Sequel.function(:coalesce, Sequel[:readings][:state], "matched").as(:state),
          Sequel[:readings][:waiting_reason],
          Sequel[:encounters][:fate],
          Sequel[:spots][:name].as(:place),
          Sequel[:members][:name].as(:finder),
          Sequel[:fish][:id].as(:fish_id),
          :story_key,
          (Sequel[:encounters][:caught_on] - released_on).as(:days_at_liberty),
          Sequel[:encounters][:member_id]
        )
    end
  end
end
