# frozen_string_literal: true

module Core
  module Answers
    # One way of treating fish compared with another: among fish let go in the same month of the
    # same year, of one species and length, and where there are enough by the same tagger. Counted
    # are fish let go at least a year ago, and returns within a year of the release, so that fish of
    # all years had as long to come back.
    #
    #   arms: [returned, released] of both, over all strata
    #   headline: Estimates::Returns::Ratio, nil where too few fish were treated both ways
    #   same_tagger: whether it is of fish of one tagger; else month, species, length and tagger
    #     are adjusted for by regression
    #   lived: within strata, of fish at large for LIVED_DAYS or longer;  crude: without strata
    #   timed: Estimates::TimeToReturn::Fit;  curves: [[weeks, share], ...] of both arms
    #   adjusted: Ratio by Poisson regression, other treatments alike
    class TreatmentComparison < Value.of(
      :treatment, :arms, :headline, :same_tagger, :within, :lived, :crude, :timed, :curves,
      :adjusted
    )
      COUNTS = %i[returned released other_returned other_released].freeze
      LIVED_DAYS = 30
      STRATA = %i[species_code year month length_class].freeze
      BY_TAGGER = [*STRATA, :member_id].freeze
      # Fewer fish of a tagger say little of their hand: those of all such taggers stand together.
      LEAST_OF_TAGGER = 10
      # Beyond so many cells the regression is no longer done.
      MOST_CELLS = 20_000

      # rows: of Store::Treated, of this treatment;  adjusted: Ratio | nil
      # cells: called for the rows of the regression, where they are needed
      def self.of(treatment, rows, adjusted: nil, cells: -> { [] })
        by_tagger, by_season = %i[by_tagger by_season].map do |name|
          Estimates::Returns.within(rows[name])
        end
        arms = totals(rows[:totals]).each_slice(2).to_a
        new(
          treatment:, arms:, adjusted:, within: by_tagger || by_season,
          same_tagger: !by_tagger.nil?,
          headline: by_tagger || (by_season && regression(cells.call)),
          lived: lived(rows[by_tagger ? :by_tagger : :by_season]), crude: crude(arms),
          timed: Estimates::TimeToReturn.fit(rows[:weeks]), curves: curves(rows[:weeks])
        )
      end

      # The ratio of shares, tagger, month, species and length alike; nil where it cannot be told.
      # cells: as Store::Treated#cells has them
      def self.regression(cells)
        return if cells.empty? || cells.size > MOST_CELLS

        rows = lumped(cells).flat_map { |cell| arms_of(cell) }
        model = Estimates::PoissonRegression
        references = { treated: 0, **model.commonest(rows, BY_TAGGER) }
        fit = model.fit(rows, references, errors: :fish)
        term = fit&.of(:treated, 1)
        term.ratio if term && term.error < MOST_ERROR
      end
      MOST_ERROR = 2.0

      # Levels of which nothing came back say nothing of a ratio, and have no rate.
      def self.lumped(cells)
        cells = cells.map do |cell|
          { **cell, length_class: cell[:length_class].to_s }
        end
        few = few_of(cells, :member_id) { |here| here.sum { |cell| fish(cell) } < LEAST_OF_TAGGER }
        cells = cells.map { |cell| few[cell[:member_id]] ? { **cell, member_id: "few" } : cell }
        BY_TAGGER.reduce(cells) do |left, factor|
          none = few_of(left, factor) { |here| here.sum { |cell| back(cell) }.zero? }
          left.reject { |cell| none[cell[factor]] }
        end
      end

      def self.few_of(cells, factor)
        cells.group_by { |cell| cell[factor] }.select { |_, here| yield here }
      end

      def self.fish(cell) = cell[:released] + cell[:other_released]
      def self.back(cell) = cell[:returned] + cell[:other_returned]

      def self.arms_of(cell)
        arms = [[1, :returned, :released], [0, :other_returned, :other_released]]
        arms.map do |treated, returned, released|
          { **cell.slice(*BY_TAGGER), treated:, returned: cell[returned], years: cell[released] }
        end
      end

      def self.totals(rows) = COUNTS.map { |count| rows.sum { |row| row[count] } }

      # Fish that came back early are left out.
      def self.lived(strata)
        Estimates::Returns.within(
          strata.map do |row|
            early, other_early = row.values_at(:early, :other_early)
            { returned: row[:returned] - early, released: row[:released] - early,
              other_returned: row[:other_returned] - other_early,
              other_released: row[:other_released] - other_early }
          end
        )
      end

      def self.crude(arms)
        ratio = Estimates::Rates.ratio(*arms[0], *arms[1])
        ratio && Estimates::Returns::Ratio.new(**ratio)
      end

      def self.curves(rows)
        [true, false].map do |arm|
          Estimates::TimeToReturn.shares(rows.select { |row| row[:treated] == arm })
        end
      end
      private_class_method :regression, :lumped, :few_of, :fish, :back, :arms_of, :totals,
        :lived, :crude, :curves

      def fish = arms.sum(&:last)
      def p = headline.p
    end
  end
end
