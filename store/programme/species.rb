# frozen_string_literal: true

module Store
  # The catalogue: rows in, Core::Fish::Species out.
  class Species
    CONVERSIONS = %i[fl_to_tl sl_to_tl].freeze

    def initialize(db) = @db = db

    def all = known.order(:common_name).map { |row| species(row) }

    # { code => Species } of these
    def of(codes) = known.where(code: codes.uniq).to_h { |row| [row[:code], species(row)] }

    # The programme's own list first, those caught most often at a spot in that month of all years
    # before those that are caught there in others.
    def likeliest_first(spot_code, month:)
      in_month = Sequel.function(:count).*.filter(Sequel.extract(:month, :caught_on) => month)
      counts = @db[:encounters].where(spot_code:).group(:species_code)
        .select(:species_code, in_month.as(:in_month), Sequel.function(:count).*.as(:fish))
        .to_hash(:species_code, %i[in_month fish])
      local_first(
        all.sort_by do |species|
          [*counts.fetch(species.code, [0, 0]).map(&:-@), species.common_name]
        end
      )
    end

    # By name, the programme's own list before the rest of the catalogue.
    def by_name = local_first(all)

    def find(code) = code && known.first(code:)&.then { |row| species(row) }

    # columns: what changed, as in the table
    def change(code, columns) = @db[:species].where(code:).update(**stored(columns))

    def enter(code, columns) = @db[:species].insert(code:, **stored(columns))

    def name_taken?(name)
      !@db[:species].where(Sequel.function(:lower, :common_name) => name.downcase).empty?
    end

    # The row as it is kept, for the office's form and the history.
    def row(code) = @db[:species].first(code:)&.then { |row| plain(row) }

    def rows = @db[:species].order(:common_name).map { |row| plain(row) }

    # rows: column Hashes as in db/catalogue/species.csv. Known codes are left alone.
    def add(rows) = @db[:species].insert_conflict.multi_insert(rows)

    # A version of how it grows; all are kept.
    def add_curve(code, **curve) = @db[:growth_curves].insert(species_code: code, **curve)

    private

    def local_first(species) = species.partition(&:is_local).flatten

    # Each with the curve in force, where it has one.
    def known
      curves =
        @db[:growth_curves].distinct(:species_code).order(:species_code, Sequel.desc(:version))
          .select(:species_code, :linf_mm, :k_per_year, :swing, :fastest, :version)
      @db[:species].left_join(curves.as(:curve), species_code: :code)
        .select_all(:species).select_append(:linf_mm, :k_per_year, :swing, :fastest, :version)
    end

    def curve(row)
      row[:version] && Core::Fish::Curve.new(**row.slice(*Core::Fish::Curve.members)).freeze
    end

    def plain(row)
      row.merge(
        warm_c: row[:warm_c].to_f,
        stop_c: row[:stop_c].to_f,
        hazards: row[:hazards].to_a,
        look_alikes: row[:look_alikes].to_a,
        nicknames: row[:nicknames].to_a
      )
    end

    def stored(columns)
      columns.to_h do |column, value|
        [column, value.is_a?(Array) ? Sequel.pg_array(value, :text) : value]
      end
    end

    def species(row)
      conversions = CONVERSIONS.to_h do |name|
        line = %i[a_mm b se_mm].to_h { |part| [part, row[:"#{name}_#{part}"]] }
        [name, (line if line[:b])]
      end
      known = row.slice(*Core::Fish::Species.members)
      Core::Fish::Species.new(
        **known,
        warm_c: row[:warm_c].to_f,
        stop_c: row[:stop_c].to_f,
        hazards: row[:hazards].to_a,
        look_alikes: row[:look_alikes].to_a,
        nicknames: row[:nicknames].to_a,
        growth: curve(row), **conversions
      ).freeze
    end
  end
end
