# frozen_string_literal: true

module Core
  module Answers
    # The number of fish in a closed water, by visits on which fish were tagged and seen again.
    module ClosedAnswer
      ASSUMPTIONS = [
        { key: "closed", text: "Between the visits no fish came, left, was born or died." },
        { key: "tags_seen", text: "No tag was shed or overlooked between the visits." },
        { key: "mixed", text: "Tagged fish mix with the others, and are caught as easily." }
      ].freeze
      # A day with fewer is no visit; fewer fish seen again say too little. House rules.
      LEAST_CAUGHT, LEAST_VISITS, LEAST_AGAIN = 10, 2, 7
      # A longer gap between two visits begins another study. House rule.
      MOST_GAP_DAYS = 14

      module_function

      # rows: [{ on: Date, fish_id: | nil, is_tagged: put in that day }] of one species in one water
      # and year;  species, water: their names
      def of(rows, species:, water:, year:)
        visits = studies(rows).map { |days| visits(days) }
          .max_by { |study| study.sum { |visit| visit[:again] } } || []
        again = visits.sum { |visit| visit[:again] }
        common = {
          key: "closed", title: "#{species} in #{water}", n: visits.sum { |visit| visit[:caught] },
          assumptions: ASSUMPTIONS,
          columns: ["visit", "caught", "with a tag of an earlier visit", "newly tagged"],
          rows: visits.map do |visit|
            [visit[:on].iso8601, *visit.values_at(:caught, :again, :marked)]
          end,
          worked_out: method_of(visits), source: source(visits)
        }
        missing = missing(visits, again)
        return Answer.new(**common, missing:) if missing

        times = times(rows, visits)
        count = count(visits, times)
        Answer.new(
          **common,
          worked_out: [common[:worked_out], *beside(times, visits.size)].join(" "),
          sentence: Text.of(
            "answers.closed_answer.in_in_visits_caught_of", species:, water:, year:,
            count: count.words, visits: visits.size, n: Words.fish(common[:n]), again:,
            why: count.why
          ).rstrip,
          chart: { kind: "bars", x: "visit", y: "share with a tag, %",
                   bars: visits.drop(1).map { |visit| bar(visit) } }
        )
      end

      # words: the number, as far as it can be vouched for;  why: it is a least number
      Count = Struct.new(:words, :why)

      # A number with both its limits where visits show that fish are caught alike, tagged or not;
      # else what the lowest of the limits says.
      def count(visits, times)
        equal = estimate(visits)
        tagged = Estimates::TaggedCatchability.fit(visits)
        least = Estimates::ClosedPopulation.chao(times)
        why = doubt(visits, tagged, equal, times)
        if why.nil?
          high = [tagged.high, least.high].max
          return Count.new("about #{Words.span(equal.fish, tagged.low, high)}", nil)
        end

        floor = [equal.low, least.low, *tagged&.low].min.floor
        Count.new("at least #{[floor, times.values.sum].max}", why)
      end

      # Why only a least number is told, nil where both limits can be vouched for.
      def doubt(visits, tagged, equal, times)
        return TWO_VISITS if tagged.nil?
        return EASIER if tagged.p < MOST_CHANCE
        return UNLIKE if unlike?(visits, times, equal)

        often = visits.sum { |visit| visit[:caught] } / equal.fish
        tagged.high / tagged.low > MOST_SPAN || often < LEAST_OFTEN ? UNTESTED : nil
      end
      TWO_VISITS = Text.of("answers.closed_answer.this_holds_if_a_tagged")
      EASIER = "Fish with a tag are not caught as easily as the others."
      UNLIKE = "Some fish are caught more easily than others, so there are more."
      UNTESTED = "Too few fish carry a tag to show whether they are caught as easily."
      # Limits so far apart say nothing of how tagged fish are caught; a test that is passed at
      # this chance is passed. House rules.
      MOST_SPAN, MOST_CHANCE = 2.0, 0.2
      # Mean catches a fish that show whether fish are caught alike. House rule.
      LEAST_OFTEN = 1.0

      # More fish seen often than there would be if all were caught alike.
      # Source: a dispersion test of captures per fish, Carothers (1971), J. Anim. Ecol. 40, 769.
      def unlike?(visits, times, equal)
        shares = visits.map { |visit| visit[:caught] / [equal.fish, visit[:caught]].max }
        never = [equal.fish - times.values.sum, 0].max
        fish = times.values.sum + never
        mean = shares.sum
        square = times.sum { |often, count| count * ((often - mean)**2) } + (never * (mean**2))
        expected = shares.sum { |share| share * (1 - share) }
        freedom = fish - 1
        z = ((square / (expected * freedom)) - 1) * Math.sqrt(freedom / 2.0)
        z.positive? && Estimates::NormalLaw.beyond(z) < MOST_CHANCE
      end

      # { how often a fish was caught in these visits => fish }
      def times(rows, visits)
        days = visits.to_set { |visit| visit[:on] }
        here = rows.select { |row| days.include?(row[:on]) && row[:fish_id] }
        seen = here.group_by { |row| row[:fish_id] }.transform_values do |own|
          own.map { |row| row[:on] }.uniq.size
        end
        unknown = visits.last.then { |last| last[:caught] - last[:again] - last[:marked] }
        seen.values.tally.tap { |tally| tally[1] = tally.fetch(1, 0) + unknown }
      end

      # Days on which enough were caught, parted where nobody came for long: [[[on, rows]]]
      def studies(rows)
        rows.group_by { |row| row[:on] }.select { |_, here| here.size >= LEAST_CAUGHT }.sort
          .slice_when { |(before, _), (after, _)| after - before > MOST_GAP_DAYS }.to_a
      end

      # [{ on:, caught:, again: bearing a tag of an earlier visit, marked: }]
      def visits(days)
        marked = {}
        days.map do |on, here|
          again = here.count { |row| marked[row[:fish_id]] }
          fresh = here.select { |row| row[:is_tagged] }
          fresh.each { |row| marked[row[:fish_id]] = true }
          { on:, caught: here.size, again:, marked: fresh.size }
        end
      end

      def estimate(visits)
        first, second = visits
        if visits.size == 2
          return Estimates::ClosedPopulation.chapman(
            marked: first[:marked], caught: second[:caught], recaptured: second[:again]
          )
        end

        Estimates::ClosedPopulation.schnabel(
          caught: visits.map { |visit| visit[:caught] },
          recaptured: visits.map { |visit| visit[:again] },
          marked: visits.map { |visit| visit[:marked] }
        )
      end

      def missing(visits, again)
        if visits.size < LEAST_VISITS
          return "This needs #{LEAST_VISITS} visits in a year with #{LEAST_CAUGHT} fish or more."
        end
        return nil if again >= LEAST_AGAIN

        "This needs #{LEAST_AGAIN} fish recaptured on a later visit: #{LEAST_AGAIN - again} more."
      end

      def bar(visit)
        Words.bar(visit[:on].iso8601, Estimates::Rates.wilson(visit[:again], visit[:caught]))
      end

      def method_of(visits)
        way = visits.size > 2 ? "Schnabel's sum over visits, +1" : "Chapman's estimate"
        Text.of(
          "answers.closed_answer.beside_it_chaos_lower_bound", way:, least_caught: LEAST_CAUGHT,
          most_gap_days: MOST_GAP_DAYS
        )
      end

      # Results of other models from the same visits, for *how we know* only.
      def beside(times, visits)
        return if visits < 3

        chao, own = Estimates::ClosedPopulation.chao(times),
          Estimates::ClosedPopulation.jackknife(times, visits)
        Text.of(
          "answers.closed_answer.chaos_least_number_is_with", chao: Words.span(*spread(chao)),
          own: Words.span(*spread(own))
        )
      end

      def spread(estimate) = [estimate.fish, estimate.low, estimate.high]

      def source(visits)
        return "Chapman (1951), Univ. Calif. Publ. Statist. 1, 131-160" if visits.size == 2

        "Schnabel (1938), Amer. Math. Monthly 45, 348-352; Chapman (1952), Biometrics 8, 325-349"
      end
      private_class_method :studies, :visits, :estimate, :missing, :bar, :method_of, :source,
        :count, :doubt, :unlike?, :times, :beside, :spread
    end
  end
end
