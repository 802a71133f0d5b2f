# frozen_string_literal: true

module Store
  # Every catch and trip for who takes the data with them, row by row, and what was given to whom.
  #
  #   filter: as Water's: { species:, water:, from:, to:, from_mm:, to_mm:, area: or cells:,
  #           member_id: }
  class Exchange
    def initialize(db) = @db = db

    CATCH = Core::Exchange::Given::CATCH.map(&:to_sym)

    # Yields cells of Core::Exchange::Given::CATCH as text, the oldest catch first, without holding
    # them all.
    def each_catch(filter, &) = each(catches(filter).select(*CATCH), &)

    # The next page of catches after the last one seen: [Date, catch_id].
    def page(filter, after:, limit:)
      rows = catches(filter)
      rows = rows.where(Sequel.lit("(caught_on, catch_id) > (?, ?)", *after)) if after
      rows.limit(limit).all
    end

    # Yields cells of Core::Exchange::Given::TRIP as text, the oldest trip first. Where others may
    # know of a place only its cell, a trip lies where its first fish did: the cell of its spot
    # beside that of its fish would say on which side of the line between them the fish was.
    def each_trip(filter, &)
      rows = @db[:trips].join(:spots, code: :spot_code).left_join(first_places, true)
      rows = Area.within(filtered(rows, filter, :held_on), filter, *places.first(2))
      each(
        rows.order(:held_on, Sequel[:trips][:id]).select(
          Sequel[:trips][:id], :held_on, :platform, Sequel.cast(:water_temp_c, Float),
          Sequel.cast(:fished_hours, Float), :rods, *places, :water_code, :member_id
        ), &
      )
    end

    def note(**export)
      @db[:exports].insert(**export, filter: Sequel.pg_jsonb(export[:filter]))
    end

    # The newest first: [{ id:, made_at:, by:, member_id:, format:, filter:, licence:, is_exact:,
    # receiver:, sha256:, file_name:, bytes:, rows: }]; member_id: of whose only, nil for all
    def list(member_id:, limit:)
      rows = @db[:exports].join(:members, id: :member_id)
      rows = rows.where(member_id:) if member_id
      rows.order(Sequel.desc(Sequel[:exports][:id])).limit(limit)
        .select(Sequel[:exports].*, Sequel[:members][:name].as(:by)).all
    end

    def find(sha256, member_id: nil)
      rows = @db[:exports].where(sha256:)
      rows = rows.where(member_id:) if member_id
      rows.order(Sequel.desc(:id)).first
    end

    private

    # Latitude and longitude of a trip's spot, then of its first fish.
    def places
      own = %i[lat_deg lon_deg].map { |name| Sequel[:spots][name] }
      [*own, *%i[lat_deg lon_deg].map do |name|
        Sequel.function(:coalesce, Sequel[:first_places][name], Sequel[:spots][name])
      end]
    end

    # The place of a trip's first fish that has one of its own.
    def first_places
      @db[:encounters].where(trip_id: Sequel[:trips][:id]).exclude(lat_deg: nil)
        .order(:caught_at, :id).limit(1).select(:lat_deg, :lon_deg).lateral.as(:first_places)
    end

    def catches(filter)
      rows = filtered(@db[:given_catches], filter, :caught_on)
      CatchFilter::EXACT.slice(*filter.compact.keys).each do |name, column|
        rows = rows.where(column => filter[name])
      end
      rows = rows.where { length_mm >= filter[:from_mm] } if filter[:from_mm]
      rows = rows.where { length_mm <= filter[:to_mm] } if filter[:to_mm]
      within(rows, filter).order(:caught_on, :catch_id)
    end

    # COPY writes its rows much faster than they are read as values. While they are read the
    # connection answers nothing else.
    def each(rows)
      @db.copy_table(rows) { |line| yield cells(line.force_encoding(Encoding::UTF_8)) }
    end

    NULL = "\\N"
    # Source: PostgreSQL, COPY, text format.
    ESCAPES = {
      "\\b" => "\b", "\\f" => "\f", "\\n" => "\n", "\\r" => "\r", "\\t" => "\t", "\\v" => "\v",
      "\\\\" => "\\"
    }.freeze
    ESCAPED = Regexp.union(*ESCAPES.keys)
    private_constant :NULL, :ESCAPES, :ESCAPED

    def cells(line)
      cells = line.chomp!.split("\t", -1)
      cells.map! { |cell| cell.gsub(ESCAPED, ESCAPES) } if line.match?(ESCAPED)
      cells.map! { |cell| cell == NULL ? nil : cell }
    end

    def filtered(rows, filter, day)
      rows = rows.where(water_code: filter[:water]) if filter[:water]
      rows = rows.where(member_id: filter[:member_id]) if filter[:member_id]
      rows = rows.where(Sequel[day] >= filter[:from]) if filter[:from]
      filter[:to] ? rows.where(Sequel[day] <= filter[:to]) : rows
    end

    def within(rows, filter) = Area.within(rows, filter, Sequel[:lat_deg], Sequel[:lon_deg])
  end
end
