# frozen_string_literal: true

module Core
  module Water
    # Tags that stay, fish that live. W5, W6.
    module TagAnswers
      SHED = [
        { key: "tags_shed_apart", text: "One tag is shed whatever becomes of the other." },
        { key: "both_reported", text: "Who catches a fish with two tags tells both numbers." }
      ].freeze
      LIVING = [
        { key: "seen_alike", text: "Within a season every tagged fish is as likely to be seen." },
        { key: "stay_or_dead", text: "A fish that left the waters for good counts as dead." }
      ].freeze
      KEPT = [{ key: "kept_is_told", text: "Who keeps a tagged fish reports it." }].freeze
      ASSUMPTIONS = [*SHED, *LIVING, *KEPT].freeze

      module_function

      # doubles: as Store::Water#double_tagged;  seasons: as #seasons;  fates: as #fates
      def of(doubles:, seasons:, fates:)
        retention = retention(doubles)
        [retention[:answer], survival(seasons), kept(fates, retention[:fit])]
      end

      def retention(rows)
        fit = Estimates::TagRetention.fit(rows)
        common = {
          key: "retention",
          title: "Tags that stay in",
          n: rows.size,
          assumptions: SHED,
          columns: ["caught again after", "with both tags", "with one"],
          rows: by_half_year(rows),
          worked_out:
            "Maximum likelihood of S(t) = rho e^(-Lt) over each fish's own time; profile interval.",
          source: "Barrowman and Myers (1996), Can. J. Fish. Aquat. Sci. 53, 2027-2035"
        }
        return { fit: nil, answer: Answer.new(**common, missing: fit) } if fit.is_a?(String)

        low, high = fit.kept_between.fetch(1)
        sentence = "After a year a tag still sits in its fish in #{Words.percent(fit.kept(1))} " \
          "(#{(100 * low).round} to #{(100 * high).round}), by #{rows.size} double-tagged fish " \
          "caught again."
        line = fit.kept_between.map do |years, between|
          [years, fit.kept(years), *between].map { |one| one.to_f.round(4) }
        end
        chart = { kind: "scatter", x: "years", y: "share of tags still in", points: [], line: }
        { fit:, answer: Answer.new(**common, sentence:, chart:) }
      end

      def by_half_year(rows)
        rows.group_by { |row| (row[:years] * 2).floor }.sort.map do |half, here|
          both = here.count { |row| row[:tags_left] == 2 }
          ["#{half / 2.0} to #{(half + 1) / 2.0} years", both, here.size - both]
        end
      end

      # pairs: [{ season:, next_season:, fish: }]
      def survival(pairs)
        years = pairs.flat_map { |row| [row[:season], row[:next_season]] }.compact.minmax
        released, again = m_array(pairs, *years)
        fit = Estimates::Survival.fit(released:, again:)
        common = {
          key: "survival", title: "Fish that live to the next season", n: released.sum,
          assumptions: LIVING,
          columns: ["season", "alive after it", "first seen again, season by season"],
          rows: released.each_with_index.map do |count, i|
            [years[0] + i, count, again[i].join(", ")]
          end,
          worked_out: "Cormack-Jolly-Seber by m-array, constant and by season, the better by AIC.",
          source: "Cormack (1964); Jolly (1965); Seber (1965), Biometrika 51 and 52"
        }
        return Answer.new(**common, missing: fit) if fit.is_a?(String)

        Answer.new(**common, sentence: survival_words(fit[:best], released.sum, again.sum(&:sum)))
      end

      def survival_words(best, released, seen)
        shares = best.survival
        if shares.size == 1
          return (
            "#{said(shares.first)} of tagged fish are alive and here a season later, tags shed " \
              "counted as deaths: #{seen} seen again of #{Words.fish(released)}."
          )
        end

        "From season to season " \
          "#{shares.map { |share| said(share) }.join(', then ')} of tagged fish are " \
          "alive and here a season later, tags shed counted as deaths."
      end

      def said(one)
        if one.low
          Words.percent_of({ share: one.share, low: one.low, high: one.high })
        else
          Words.percent(one.share)
        end
      end

      # Released in each season but the last, and in which later one each was first seen again.
      def m_array(pairs, first, last)
        return [[], []] if first.nil? || first == last

        seasons = (first...last).to_a
        released = seasons.map { |year| pairs.sum { |row| row[:season] == year ? row[:fish] : 0 } }
        again = seasons.map do |year|
          ((year + 1)..last).map do |later|
            pairs.find { |row| row[:season] == year && row[:next_season] == later }&.fetch(:fish) ||
              0
          end
        end
        [released, again]
      end

      # What was kept of what was tagged: a least, as not every fish that is kept is told of.
      def kept(fates, retention)
        tagged, kept = fates.values_at(:tagged, :kept)
        share = Estimates::Rates.wilson(kept, tagged)
        common = {
          key: "kept",
          title: "Tagged fish that were kept",
          n: tagged,
          assumptions: KEPT,
          columns: %w[what fish],
          rows: [["tagged", tagged], ["seen again", fates[:returned]], ["kept", kept]],
          worked_out:
            "Wilson's interval of what was told. How many keep a fish without a word, and how " \
            "many fish died of tagging, is not known here, so this is a least, and no rate of " \
            "exploitation.",
          source: "Wilson (1927), J. Am. Stat. Assoc. 22, 209-212"
        }
        return Answer.new(**common, missing: "No fish was tagged yet.") if share.nil?

        shed = retention ? " Tags shed hide more: see the tags that stay in." : ""
        Answer.new(
          **common,
          sentence: "#{kept} of #{tagged} tagged fish are known to have been kept: " \
            "#{percent_fine(share)}.#{shed}"
        )
      end

      def percent_fine(row)
        format(
          "%.1f %% (%.1f to %.1f)",
          *row.values_at(:share, :low, :high).map { |one| 100 * one }
        )
      end
      private_class_method :retention, :by_half_year, :survival, :survival_words, :said, :m_array,
        :kept, :percent_fine
    end
  end
end
