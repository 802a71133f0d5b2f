# frozen_string_literal: true

module Core
  module Answers
    # Is the programme itself well? W9.
    module HealthAnswers
      module_function

      # counts: as Store::Water#health tells them
      def of(counts) = [reports(counts), records(counts)]

      def reports(counts)
        alone = share(counts[:alone], counts[:matched])
        again = share(counts[:again], counts[:finders])
        lag = counts[:lag_days]
        Answer.new(
          key: "reports",
          title: "Reports",
          n: counts[:reports],
          missing: counts[:reports].zero? ? "No tag was reported yet." : nil,
          sentence:
            lag &&
              Text.of(
                "answers.health_answers.half_of_reports_arrived_within",
                reports: counts[:reports], half: days(lag[1]), three_quarters: days(lag[2]),
                alone: settled(alone)
              ),
          columns: ["what", "share", "95 % from", "to", "of"],
          rows: [
            ["matched without a coordinator", *alone, counts[:matched]],
            ["finders who reported again", *again, counts[:finders]]
          ],
          worked_out:
            "Quartiles of the days between catch and report; shares with Wilson's interval.",
          source: "Wilson (1927), J. Am. Stat. Assoc. 22, 209-212"
        )
      end

      def days(count) = count.round == 1 ? "a day" : "#{count.round} days"

      def settled(alone)
        return "" if alone.first.nil?

        Text.of(
          "answers.health_answers.to_of_the_matched_reports", alone: (100 * alone[0]).round,
          low: (100 * alone[1]).round, high: (100 * alone[2]).round
        )
      end

      def records(counts)
        gaps = { "without a length" => :no_length, "without a place of its own" => :no_place,
                 "without a hook location" => :no_hook }
          .map do |words, key|
            [words, *share(counts[key], counts[:records]),
              counts[:records]]
          end
        Answer.new(
          key: "records", title: "Records and pouches", n: counts[:records],
          missing: counts[:records].zero? ? "Nothing is recorded yet." : nil,
          sentence: Text.of(
            "answers.health_answers.older_than_two_weeks_not",
            unsubmitted: trips(counts[:unsubmitted]),
            are: counts[:unsubmitted] == 1 ? "is" : "are", asleep: Words.members(counts[:asleep])
          ),
          columns: ["records", "share", "95 % from", "to", "of"], rows: gaps,
          worked_out: "Counts; shares with Wilson's interval.",
          source: "Wilson (1927), J. Am. Stat. Assoc. 22, 209-212"
        )
      end

      def trips(count) = count == 1 ? "1 trip" : "#{count} trips"

      def share(count, of)
        share = Estimates::Rates.wilson(count, of)
        if share
          share.values_at(:share, :low, :high).map { |limit| limit.clamp(0, 1).round(3) }
        else
          [nil, nil, nil]
        end
      end
      private_class_method :reports, :records, :days, :settled, :trips, :share
    end
  end
end
