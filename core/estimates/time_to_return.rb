# frozen_string_literal: true

module Core
  module Estimates
    # Time to return of fish treated one way or another, within strata.
    #
    #   rows: [{ stratum:, treated: true | false, weeks:, returned: true | false, fish: Integer }]
    #
    # Source: Kaplan and Meier (1958), J. Am. Stat. Assoc. 53, 457-481; Mantel (1966), Cancer
    # Chemother. Rep. 50, 163-170; Cox (1972), J. R. Stat. Soc. B 34, 187-220, ties by Efron (1977),
    # J. Am. Stat. Assoc. 72, 557-565.
    class TimeToReturn
      # hazard: Returns::Ratio of coming back;  log_rank_p: stratified
      Fit = Struct.new(:hazard, :log_rank_p, keyword_init: true)
      # Fish at risk and fish that came back in one week of one stratum, treated and others.
      Week = Struct.new(:treated, :others, :treated_back, :others_back) do
        def back = treated_back + others_back
        def at_risk = treated + others
      end
      MOST_ROUNDS = 50
      # A hazard so many times another's comes of an arm of which none came back.
      MOST_LOG = 10

      # The share that came back by each week, of fish whose time ended earlier left out from then:
      # [[weeks, share], ...]
      def self.shares(rows)
        left = rows.sum { |row| row[:fish] }
        out = 1.0
        rows.group_by { |row| row[:weeks] }.sort.map do |weeks, here|
          back = here.sum { |row| row[:returned] ? row[:fish] : 0 }
          out *= 1 - (back / left.to_f)
          left -= here.sum { |row| row[:fish] }
          [weeks, 1 - out]
        end
      end

      # Returns a Fit, nil where none of either came back.
      def self.fit(rows) = new(rows).fit

      def initialize(rows)
        @weeks = rows.group_by { |row| row[:stratum] }.values.flat_map { |here| weeks(here) }
      end

      def fit
        return nil if %i[treated_back others_back].any? { |arm| @weeks.sum(&arm).zero? }

        log = 0.0
        MOST_ROUNDS.times do
          slope, bend = slopes(log)
          return nil unless bend.positive?

          step = slope / bend
          log += step
          return nil if log.abs > MOST_LOG
          return Fit.new(hazard: ratio(log, bend), log_rank_p:) if step.abs < 1e-10
        end
        nil
      end

      private

      def ratio(log, bend) = Returns::Ratio.around(Math.exp(log), 1 / Math.sqrt(bend))

      # Weeks in which fish came back, while fish of both arms were at risk.
      def weeks(rows)
        left = [true, false].to_h do |arm|
          [arm, rows.sum { |row| row[:treated] == arm ? row[:fish] : 0 }]
        end
        rows.group_by { |row| row[:weeks] }.sort.filter_map do |_, here|
          back = [true, false].map { |arm| back(here, arm) }
          week = Week.new(left[true], left[false], *back)
          here.each { |row| left[row[:treated]] -= row[:fish] }
          week if week.back.positive? && week.treated.positive? && week.others.positive?
        end
      end

      def back(rows, arm)
        rows.sum { |row| row[:treated] == arm && row[:returned] ? row[:fish] : 0 }
      end

      # First and (less) second derivative of the partial likelihood.
      def slopes(log)
        ratio = Math.exp(log)
        slope = bend = 0.0
        @weeks.each do |week|
          slope += week.treated_back
          week.back.times do |before|
            share = before / week.back.to_f
            treated = ratio * (week.treated - (share * week.treated_back))
            others = week.others - (share * week.others_back)
            mean = treated / (treated + others)
            slope -= mean
            bend += mean * (1 - mean)
          end
        end
        [slope, bend]
      end

      def log_rank_p
        off = @weeks.sum do |week|
          week.treated_back - (week.back * week.treated / week.at_risk.to_f)
        end
        variance = @weeks.sum { |week| hypergeometric(week) }
        NormalLaw.beyond(off / Math.sqrt(variance))
      end

      def hypergeometric(week)
        return 0.0 if week.at_risk < 2

        at_risk = week.at_risk.to_f
        week.back * (week.treated / at_risk) * (week.others / at_risk) *
          ((at_risk - week.back) / (at_risk - 1))
      end
    end
  end
end
