# frozen_string_literal: true

module Core
  module Estimates
    # Do seasons of recaptures look as the model of survival has them?  Two questions: are as many
    # seen again in each season as the fit expects, and are fish that were just tagged seen again as
    # often as those that bore a tag already?
    #
    # Source: tests 2 and 3.SR of Burnham et al. (1987), Amer. Fish. Soc. Monogr. 5, pooled as
    # Lebreton et al. (1992), Ecol. Monogr. 62, 67-118.
    module SurvivalFitTest
      # Cells that expect fewer are pooled.
      LEAST_EXPECTED = 2.0

      module_function

      # released, again: as Survival takes them;  groups: [[[seen, never] newly tagged, [seen,
      # never] known], ...] by season;  survival, seen: share of each season
      # Returns [c-hat, p]: chi-square by its degrees of freedom and its chance; [1, 1] where
      # nothing can be tested.
      def of(released, again, groups, survival, seen)
        parts = [cells(released, again, survival, seen), *groups.map do |pair|
          table(*pair)
        end].compact
        square, freedom = parts.transpose.map(&:sum)
        return [1.0, 1.0] if freedom.nil? || freedom < 1

        [square / freedom, NormalLaw.chi_square_beyond(square, freedom)]
      end

      # Whether fish that bore a tag already are seen again more often than newly tagged ones, as
      # they are where some fish are seen more easily than others.
      #   groups: as .of takes them
      def unlike?(groups)
        off = variance = 0.0
        groups.each do |newly, known|
          seen, never, all = newly[0] + known[0], newly[1] + known[1], (newly + known).sum.to_f
          next if all < 2 || known.sum.zero?

          off += known[0] - (known.sum * seen / all)
          variance += known.sum * newly.sum * seen * never / ((all**2) * (all - 1))
        end
        variance.positive? && off.positive? &&
          NormalLaw.beyond(off / Math.sqrt(variance)) < MOST_CHANCE
      end
      # A test that is passed at this chance is passed. House rule.
      MOST_CHANCE = 0.2

      def cells(released, again, survival, seen)
        pairs = released.each_index.flat_map do |season|
          expected = chances(season, survival, seen, again[season].size)
            .map { |chance| chance * released[season] }
          pooled(again[season].zip(expected))
        end
        square = pairs.sum { |count, expected| ((count - expected)**2) / expected }
        freedom = pairs.size - [survival, seen].sum { |shares| shares.uniq.size }
        freedom.positive? ? [square, freedom] : nil
      end

      def chances(season, survival, seen, ahead)
        reached = 1.0
        Array.new(ahead) do |step|
          reached *= survival[season + step]
          (reached * seen[season + step]).tap { reached *= 1 - seen[season + step] }
        end
      end

      # Neighbouring seasons together until enough is expected of each.
      def pooled(pairs)
        pairs.each_with_object([]) do |(count, expected), cells|
          if cells.any? && cells.last[1] < LEAST_EXPECTED
            cells.last[0] += count
            cells.last[1] += expected
          else
            cells << [count, expected]
          end
        end.select { |_, expected| expected >= LEAST_EXPECTED }
      end

      def table(newly, known)
        rows = [newly, known]
        all = rows.flatten.sum.to_f
        expected = rows.map do |row|
          rows.transpose.map { |column| row.sum * column.sum / [all, 1.0].max }
        end
        return nil if expected.flatten.min < LEAST_EXPECTED

        [rows.flatten.zip(expected.flatten).sum { |count, mean| ((count - mean)**2) / mean }, 1]
      end
      private_class_method :cells, :chances, :pooled, :table
    end
  end
end
