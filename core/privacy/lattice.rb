# frozen_string_literal: true

module Core
  module Privacy
    # Which filters a pooled figure may be told for: figures whose parts no story tells, as how fish
    # were handled and for how long people fished. Such filters combine a species, a water and a
    # span of calendar years, and nothing finer.
    #
    # A filter is told when it holds enough fish, and when every other filter that holds all of them
    # leaves either nothing or enough after they are subtracted.
    # Source: query set restriction; Denning (1982), Cryptography and Data Security, ch. 6.
    class Lattice
      # Fish of one member of one species, in one water and one calendar year.
      Group = Struct.new(:species, :water, :year, :member_id, :fish, keyword_init: true)

      # groups: [Group] of all records of others than the reader, whatever the filter
      def initialize(groups)
        @cells = groups.group_by { |group| [group.species, group.water, group.year] }
      end

      # species, water: codes, nil for all;  from, to: years, nil without a limit
      def answerable?(species: nil, water: nil, from: nil, to: nil)
        asked = cells([species, water, from, to])
        show?(asked) && all_filters.all? do |filter|
          held = cells(filter)
          (asked - held).any? || show?(held - asked)
        end
      end

      private

      def all_filters
        species, waters, years = [0, 1, 2].map { |axis| @cells.keys.map { |cell| cell[axis] }.uniq }
        starts = [nil, *years]
        [nil, *species].product([nil, *waters], starts, starts)
          .reject { |_, _, from, to| from && to && from > to }
      end

      def cells((species, water, from, to))
        @cells.keys.select do |cell_species, cell_water, year|
          (species.nil? || cell_species == species) && (water.nil? || cell_water == water) &&
            (from.nil? || year >= from) && (to.nil? || year <= to)
        end
      end

      def show?(cells)
        groups = @cells.values_at(*cells).flatten
        Few.show?(fish: groups.sum(&:fish), members: groups.map(&:member_id).uniq.size)
      end
    end
  end
end
