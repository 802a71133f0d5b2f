# frozen_string_literal: true

module Core
  module Answers
    # Did fish that were treated one way come back as often? W4. Compared, not tried: it says "came
    # back less often", never "died of".
    module HandlingAnswers
      # A fall that is worth knowing, for how many more fish it takes.
      WORTH_KNOWING = 0.7
      ASSUMPTIONS = [
        { key: "reported_alike",
          text: "Finders report all fish alike, however they were treated." },
        {
          key: "treated_by_chance",
          text:
            Text.of("answers.handling_answers.within_a_month_species_and")
        }
      ].freeze
      METHOD =
        Text.of("answers.handling_answers.fish_released_at_least_a")
      SOURCE =
        Text.of("answers.handling_answers.mantel_and_haenszel_1959_j")
      NO_COMPARISON = "Too few fish treated both ways in one season, species and length."

      module_function

      # treated: as Store::Treated#groups has it;  least_fish: of fewer that were treated one way
      # nothing is said
      def of(treated, least_fish: 0)
        adjusted = adjusted(treated[:together])
        rows = by_treatment(treated)
        compared = Treatments::ALL.map do |treatment|
          TreatmentComparison.of(
            treatment, rows[treatment.key], adjusted: adjusted[treatment.key],
            cells: -> { treated[:cells].call(treatment.key) }
          )
        end
        hidden, shown = compared.partition { |row| few?(row, least_fish) }
        named, missed = named(shown)
        [forest(treated[:overall], shown, named, missed),
          *shown.map { |row| answer(row, named, missed) }, *hidden.map { |row| hidden(row) }]
      end

      # Compared are those with a headline; named those that differ beyond chance, all counted.
      def named(compared)
        chances = compared.select(&:headline).to_h { |row| [row.treatment.key, row.p] }
        Estimates::FalseDiscovery.named(chances)
      end

      def few?(compared, least_fish)
        compared.arms.any? { |_, released| released.positive? && released < least_fish }
      end

      # { treatment key => { totals:, by_tagger:, by_season:, weeks: } }
      def by_treatment(treated)
        rows = %i[totals by_tagger by_season weeks].to_h do |name|
          [name, treated[name].group_by { |row| row[:treatment] }]
        end
        Treatments::ALL.to_h do |treatment|
          [treatment.key, rows.transform_values { |here| here.fetch(treatment.key, []) }]
        end
      end

      # { treatment key => Ratio } of one regression with all that is recorded of nearly all fish.
      def adjusted(rows)
        keys = Treatments::ALL.map(&:key).select { |key| told_of_nearly_all?(rows, key) }
        known = summed(rows.select { |row| keys.all? { |key| row[key] } }, keys)
        return {} if known.empty?

        fit = Estimates::PoissonRegression.fit(known, references(keys, known)) or return {}
        keys.to_h { |key| [key, fit.of(key, "true")] }.select { |_, term| sure?(term) }
          .transform_values(&:ratio)
      end

      def references(keys, rows)
        { **keys.to_h { |key| [key, "false"] },
          **Estimates::PoissonRegression.commonest(rows, TreatmentComparison::STRATA) }
      end

      def sure?(term) = term && term.log.abs < MOST_LOG && term.error < MOST_ERROR

      # Beyond these a cell is empty, and the fit runs away.
      MOST_LOG = 5
      MOST_ERROR = 2
      NEARLY_ALL = 0.9

      def told_of_nearly_all?(rows, key)
        known = rows.select { |row| row[key] }
        known.sum { |row| row[:released] } > NEARLY_ALL * rows.sum { |row| row[:released] } &&
          known.map { |row| row[key] }.uniq.size > 1
      end

      def summed(rows, keys)
        keys = [*TreatmentComparison::STRATA, *keys]
        rows.group_by { |row| row.values_at(*keys) }.map do |values, here|
          { **keys.zip(values).to_h, returned: here.sum { |row| row[:returned] },
                                     years: here.sum { |row| row[:years] } }
        end
      end

      def missing(compared)
        (back, of), (other_back, other_of) = compared.arms
        if (of + other_of).zero?
          return "Nothing is recorded about it yet for fish released a year ago."
        end
        return NO_COMPARISON if [back, other_back].min >= Estimates::Returns::LEAST_RETURNS &&
          [of, other_of].min >= Estimates::Returns::LEAST_FISH

        share = other_back.fdiv([other_of, 1].max)
        return "None of the other fish returned within a year yet." if share.zero?

        needed = Estimates::Returns.fish_needed(share, WORTH_KNOWING * share).ceil
        Text.of("answers.handling_answers.too_few_fish_treated_both", needed:, of:, other_of:)
      end

      def answer(compared, named, missed)
        treatment = compared.treatment
        Answer.new(
          key: "returns_#{treatment.key}", question: treatment.question, title: treatment.name,
          n: compared.fish, assumptions: ASSUMPTIONS,
          missing: compared.headline ? nil : missing(compared),
          sentence: compared.headline && sentence(compared, named, missed),
          columns: ["compared", "ratio", "95 % from", "to"],
          rows: table(compared), worked_out: METHOD, source: SOURCE
        )
      end

      def sentence(compared, named, missed)
        treatment, arms = compared.treatment, compared.arms
        beyond = named.include?(treatment.key)
        ratio = beyond ? compared.headline.missing_at_most(missed) : compared.headline
        Text.of(
          "answers.handling_answers.fish_returned_within_a_year", treatment: treatment.words,
          ratio: Words.ratio(ratio), against: treatment.against, treated: arms[0].join(" of "),
          others: arms[1].join(" of "), beyond: verdict(beyond)
        )
      end

      def verdict(beyond)
        return "This could be chance." unless beyond

        "This is beyond chance, with all comparisons of this page counted."
      end

      def table(compared)
        timed = compared.timed
        rows = [
          ["month, species, length and tagger alike", compared.headline],
          ["within strata#{' of one tagger' if compared.same_tagger}", compared.within],
          ["at liberty for #{TreatmentComparison::LIVED_DAYS} days or longer, within strata",
            compared.lived],
          ["how soon, within strata (Cox)", timed&.hazard],
          ["others alike (Poisson)", compared.adjusted],
          ["as counted, without strata", compared.crude]
        ].map { |label, ratio| [label, *rounded(ratio)] }
        [*rows, *shares_back(compared), *log_rank(timed)]
      end

      def rounded(ratio) = ratio ? ratio.limits.map { |value| value.round(3) } : [nil, nil, nil]

      # By the curves, which also count fish that were let go less than a year ago.
      def shares_back(compared)
        ["so treated", "the others"].zip(compared.curves).filter_map do |label, curve|
          year = curve.reverse.find { |weeks, _| weeks <= YEAR_WEEKS } or next
          ["share back after a year, #{label} (Kaplan-Meier)", year.last.round(3), nil, nil]
        end
      end
      YEAR_WEEKS = 52

      def log_rank(timed)
        timed ? [["p of the log-rank test", timed.log_rank_p.round(4), nil, nil]] : []
      end

      # Something that too few fish of others were told of.
      def hidden(compared)
        treatment = compared.treatment
        Answer.new(
          key: "returns_#{treatment.key}", question: treatment.question, title: treatment.name,
          n: 0, missing: Privacy::Few::SENTENCE, worked_out: Privacy::Few::HOUSE_RULE, source: ""
        )
      end

      # Everything that differs beyond chance, with what each means for a fish.
      def apart(compared, named, missed)
        comparable = compared.select(&:headline)
        return "No way of handling can be compared yet." if comparable.empty?
        if named.empty?
          return Text.of(
            "answers.handling_answers.we_compared_ways_of_handling", comparable: comparable.size
          )
        end

        words = comparable.select { |row| named.include?(row.treatment.key) }.map do |row|
          ratio = Words.ratio(row.headline.missing_at_most(missed))
          "fish #{row.treatment.words} returned #{ratio}"
        end
        Text.of(
          "answers.handling_answers.beyond_chance_with_compared_a", comparable: comparable.size,
          words: words.join("; ")
        )
      end

      def forest(overall, compared, named, missed)
        released, returned = overall.values_at(:released, :returned)
        share = Estimates::Rates.wilson(returned, released)
        rows = compared.select(&:headline).map { |row| line(row, named, missed) }
        Answer.new(
          key: "returns", title: "Ways of handling, side by side", n: released,
          sentence: share &&
            Text.of(
              "answers.handling_answers.of_released_with_a_tag", released: Words.fish(released),
              returned:, share: Words.percent_of(share), missed: apart(compared, named, missed)
            ),
          missing: share ? nil : "No tagged fish was released a year ago yet.",
          chart: { kind: "forest", x: "returned so many times as often, with the interval", y: "",
                   bars: rows.map { |row| row.first(4) } },
          columns: ["treatment", "ratio", "from", "to", "beyond chance"],
          rows:, assumptions: ASSUMPTIONS, worked_out: METHOD, source: SOURCE
        )
      end

      def line(compared, named, missed)
        treatment, ratio = compared.treatment, compared.headline
        beyond = named.include?(treatment.key)
        ratio = ratio.missing_at_most(missed) if beyond
        ["#{treatment.name}: #{treatment.short}", *rounded(ratio),
          beyond ? "yes" : "could be chance"]
      end

      private_class_method :named, :few?, :by_treatment, :adjusted, :references,
        :sure?, :told_of_nearly_all?,
        :summed, :missing, :answer, :sentence, :verdict, :table, :rounded, :shares_back, :log_rank,
        :hidden, :apart, :forest, :line
    end
  end
end
