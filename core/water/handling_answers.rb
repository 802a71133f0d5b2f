# frozen_string_literal: true

module Core
  module Water
    # Did fish that were treated one way come back as often? W4. Compared, not tried: it says "came
    # back less often", never "died of".
    module HandlingAnswers
      # Factor: [what it is called, level compared, its words, level it is compared to, its words]
      FACTORS = {
        hook: ["Hook", "deep", "hooked deep", "shallow", "hooked in the mouth's edge"],
        air: ["Air", "over", "held in the air beyond the budget", "within", "within it"],
        fight: ["Fight", "over", "fought beyond the budget", "within", "within it"],
        warmth: ["Water", "warm", "caught in warm water", "cool", "in cool water"],
        bleeding: ["Bleeding", "bleeding", "that bled", "none", "that did not"],
        depth: ["Depth", "deep", "from below 10 m", "shallow", "from above"],
        removal: [
          "Hook left", "hook left", "let go with the hook in it", "hook out", "with the hook out"
        ]
      }.freeze
      # The house's questions that a treatment bears on: Protocol::Questions.
      QUESTIONS = { air: :air, fight: :fight, removal: :deep_hook, hook: :hooks,
                    depth: :pressure }.freeze
      # A fall that is worth knowing, for how many more fish it takes.
      WORTH_KNOWING = 0.7
      ASSUMPTIONS = [
        { key: "reported_alike", text: "Finders report a fish alike, however it was treated." },
        {
          key: "treated_by_chance",
          text:
            "Within a species and season, what was done to a fish has nothing to do with the " \
            "fish itself."
        }
      ].freeze

      module_function

      # groups: as Store::Water#treated tells them;  least_fish: of fewer that were treated one way
      # nothing is told
      def of(groups, least_fish: 0)
        compared = FACTORS.to_h { |factor, words| [factor, compare(groups, factor, words)] }
          .transform_values { |found| enough?(found, least_fish) ? found : HIDDEN }
        [forest(groups, compared), *compared.map { |factor, found| answer(factor, found) }]
      end

      # arms: [returned, released] of both;  within, crude, adjusted: Returns::Ratio | nil
      Compared = Struct.new(:arms, :crude, :within, :adjusted, :missing, keyword_init: true)

      HIDDEN = Compared.new(arms: [[0, 0], [0, 0]], missing: Privacy::Few::SENTENCE).freeze

      def enough?(found, least_fish)
        found.arms.all? { |_, released| released.zero? || released >= least_fish }
      end

      def compare(groups, factor, (_, level, _, reference, _))
        told = groups.reject { |row| row[factor].nil? }
        arms = [level, reference].map do |one|
          told.select { |row| row[factor] == one }
            .then do |rows|
              [rows.sum { |row| row[:returned] }, rows.sum do |row|
                row[:released]
              end]
            end
        end
        crude = Estimates::Rates.ratio(*arms[0], *arms[1])
        Compared.new(
          arms:, crude: crude && Estimates::Returns::Ratio.new(**crude),
          within: Estimates::Returns.within(strata(told, factor, level, reference)),
          adjusted: adjusted(told, factor, level, reference), missing: missing(arms)
        )
      end

      def strata(told, factor, level, reference)
        told.group_by { |row| row.values_at(:species_code, :quarter) }.values.map do |rows|
          one, other = [level, reference].map { |arm| rows.select { |row| row[factor] == arm } }
          { returned: one.sum { |row| row[:returned] }, released: one.sum { |row| row[:released] },
            other_returned: other.sum { |row| row[:returned] },
            other_released: other.sum { |row| row[:released] } }
        end
      end

      # Each thing that was done adjusted for the others that are told of nearly all fish.
      def adjusted(told, factor, level, reference)
        others = FACTORS.keys.select { |one| one != factor && told_of_nearly_all?(told, one) }
        columns = { factor => reference, **others.to_h { |other| [other, FACTORS[other][3]] } }
        rows = summed(told, columns.keys)
        return nil if rows.empty?

        columns = { **columns, species_code: commonest(rows), quarter: rows.first[:quarter] }
        term = Estimates::PoissonRegression.fit(rows, columns)&.of(factor, level)
        term.ratio if term && term.log.abs < MOST_LOG && term.error < MOST_ERROR
      end
      # Beyond these a cell is empty, and the fit runs away.
      MOST_LOG = 5
      MOST_ERROR = 2
      NEARLY_ALL = 0.9

      def told_of_nearly_all?(told, factor)
        known = told.select { |row| row[factor] }
        known.sum { |row| row[:released] } > NEARLY_ALL * told.sum { |row| row[:released] } &&
          known.map { |row| row[factor] }.uniq.size > 1
      end

      def commonest(rows)
        rows.group_by { |row| row[:species_code] }
          .max_by { |_, all| all.sum { |row| row[:returned] } }
          .first
      end

      def summed(told, factors)
        keys = [:species_code, :quarter, *factors]
        told.select { |row| factors.all? { |factor| row[factor] } }
          .group_by { |row| row.values_at(*keys) }
          .map do |values, rows|
            { **keys.zip(values).to_h, returned: rows.sum { |row| row[:returned] },
                                       years: rows.sum { |row| row[:years] } }
          end
      end

      # Under five that came back of either there is no ratio.
      def missing(arms)
        return "Nothing is recorded of it yet." if arms.all? { |_, released| released.zero? }
        return nil if arms.all? { |returned, _| returned >= 5 }

        share = arms[1][0].fdiv([arms[1][1], 1].max)
        return "No fish of either came back yet." if share.zero?

        needed = Estimates::Returns.fish_needed(share, WORTH_KNOWING * share).ceil
        "Under five came back of one of the two. To see a fall by three tenths it takes about " \
          "#{needed} fish of each; there are #{arms[0][1]} and #{arms[1][1]}."
      end

      def answer(factor, found)
        name, _, words, _, against = FACTORS.fetch(factor)
        (back, of), (other_back, other_of) = found.arms
        best = found.within || found.crude
        Answer.new(
          key: "returns_#{factor}",
          question: QUESTIONS[factor],
          title: name,
          n: of + other_of,
          assumptions: ASSUMPTIONS,
          missing: best ? nil : found.missing,
          sentence:
            best &&
              "Fish #{words} came back #{Words.ratio(best)} as those #{against}, compared " \
                "within species and quarter: #{back} of #{of} against #{other_back} of " \
                "#{other_of}.",
          columns: ["compared", "ratio", "95 % from", "to"],
          rows:
            [
              ["as counted", found.crude],
              ["within species and quarter", found.within],
              ["by time at large, others alike", found.adjusted]
            ].map do |label, one|
              [label, *(one ? one.to_a.map { |value| value.round(3) } : [nil, nil, nil])]
            end,
          worked_out:
            "Katz for the counts; Mantel-Haenszel within " \
            "species and quarter with the variance of " \
            "Greenland and Robins; Poisson with time at large, adjusted for the others.",
          source: "Katz et al. (1978); Mantel and Haenszel (1959); Greenland and Robins (1985)"
        )
      end

      # What differs by more than chance, with what each means for a fish.
      def apart(compared)
        told = compared.transform_values { |found| found.within || found.crude }.compact
        unlike = told.reject { |_, one| 1.between?(one.low, one.high) }
        return "No way of handling can be compared yet." if told.empty?
        if unlike.empty? && told.size == 1
          return "The one way of handling that can be compared came back neither more nor less " \
            "often, beyond chance."
        end
        if unlike.empty?
          return "Of #{told.size} ways of handling that can be compared none came back more or " \
            "less often, beyond chance."
        end

        words =
          unlike.map { |factor, one| "#{FACTORS[factor][2]} came back #{Words.ratio(one)}" }
        "Beyond chance, fish #{words.join('; fish ')}."
      end

      def forest(groups, compared)
        bars = compared.filter_map do |factor, found|
          best = found.within || found.crude
          best &&
            ["#{FACTORS[factor][0]}: #{FACTORS[factor][1]}", *best.to_a.map { |one| one.round(3) }]
        end
        released, returned =
          groups.sum { |row| row[:released] },
          groups.sum { |row| row[:returned] }
        share = Estimates::Rates.wilson(returned, released)
        Answer.new(
          key: "returns",
          title: "What was done to them, side by side",
          n: released,
          sentence:
            share &&
              "Of #{Words.fish(released)} let go with a tag #{returned} were seen again, " \
                "#{Words.percent_of(share)}. #{apart(compared)}",
          missing: share ? nil : "No fish with a tag was let go yet.",
          chart: {
            kind: "forest",
            x: "came back so many times as often, with 95 %",
            y: "",
            bars:
          },
          columns: ["treatment", "ratio", "95 % from", "to"],
          rows: bars,
          assumptions: ASSUMPTIONS,
          worked_out:
            "Each treatment within species and quarter where that can be told, else as counted.",
          source: "Mantel and Haenszel (1959), J. Nat. Cancer Inst. 22, 719-748"
        )
      end
      private_class_method :apart, :enough?, :compare,
        :strata,
        :adjusted,
        :told_of_nearly_all?,
        :commonest,
        :summed,
        :missing,
        :answer,
        :forest
    end
  end
end
