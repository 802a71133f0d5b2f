# frozen_string_literal: true

module Core
  module Answers
    # Tags that stay, fish that live, fish that are kept.
    module TagAnswers
      LIVING = [
        { key: "seen_alike",
          text: "Within a season every tagged fish is equally likely to be recaptured." },
        { key: "stay_or_dead", text: "A fish that left the waters for good counts as dead." }
      ].freeze
      KEPT = [{ key: "kept_is_told", text: "Anglers who keep a tagged fish report it." }].freeze
      ASSUMPTIONS = [*LIVING, *KEPT].freeze
      # A season's own share of survivors is told when its interval is no wider. House rule.
      WIDEST = 0.4

      module_function

      # doubles: as Store::Water#double_tagged has them;  seasons: as #seasons;  fates: as #fates
      # taken: as #taken;  season: Season
      def of(doubles:, seasons:, fates:, taken:, season:)
        retention = RetentionAnswer.of(doubles)
        [retention[:answer], survival(seasons, season, retention[:fit]), kept(fates, taken)]
      end

      # seasons: { rows: [{ season:, next_season: | nil, newly: tagged in it, fish: }],
      #   double_share: of fish with two tags }, only whole seasons
      def survival(seasons, season, retention)
        rows = seasons[:rows]
        years = rows.flat_map { |row| row.values_at(:season, :next_season) }.compact.minmax
        released, again = m_array(rows, *years)
        fit = Estimates::Survival.fit(released:, again:, **groups(rows, *years))
        common = {
          key: "survival", title: "Fish that survive to the next season", n: released.sum,
          assumptions: LIVING,
          columns: ["season", "alive after it", "first recaptured, season by season"],
          rows: released.each_with_index.map do |count, index|
            [years[0] + index, count, again[index].join(", ")]
          end,
          worked_out: survival_method(season, fit),
          source: Text.of("answers.tag_answers.cormack_1964_jolly_1965_seber")
        }
        missing = fit.is_a?(String) ? fit : unfit(fit[:best])
        return Answer.new(**common, missing:) if missing

        kept = retention && kept_over_a_season(retention, seasons[:double_share])
        Answer.new(
          **common, sentence: survival_words(shares_of(fit), kept, released.sum, again.sum(&:sum))
        )
      end

      def survival_method(season, fit)
        words = Text.of("answers.tag_answers.cormack_jolly_seber_by_m", season: season.words)
        return words if fit.is_a?(String)

        format("%<words>s Counts vary %<misfit>.2f times as much as the model expects (p %<p>.2f).",
          words:, misfit: fit[:best].misfit, p: fit[:best].misfit_p)
      end

      def unfit(best)
        return nil if best.misfit <= Estimates::Survival::MOST_MISFIT

        format(
          Text.of("answers.tag_answers.the_seasons_do_not_fit"), best.misfit
        )
      end

      # By season where each is known well enough, else one share for all.
      def shares_of(fit)
        fits = [fit[:best], fit[:other]].compact
        best = fits.first
        return best if best.survival.size > 1 && best.survival.all? { |share| narrow?(share) }

        fits.find { |fit| fit.survival.size == 1 }
      end

      def narrow?(share) = share.low && share.high - share.low < WIDEST

      # [low, middle, high] of the share of fish that still bear a tag a season later.
      def kept_over_a_season(retention, double_share)
        low, high = retention.kept_between.fetch(1)
        [low, retention.kept(1), high].map do |kept|
          (double_share * (1 - ((1 - kept)**2))) + ((1 - double_share) * kept)
        end
      end

      def survival_words(fit, kept, released, seen)
        counts = "#{seen} recaptured of #{Words.fish(released)}"
        shares = fit.survival.map { |share| unshed(share, kept) }
        return least_words(shares, kept, fit.unlike, counts) if kept.nil? || fit.unlike

        from = shares.size == 1 ? "From one season to the next" : "From season to season"
        Text.of(
          "answers.tag_answers.of_tagged_fish_stay_alive", from:,
          then: shares.map do |share|
            Words.percent_of(share)
          end.join(", then "), counts:
        )
      end

      # Shed tags look like deaths, and so do fish that are hardly ever seen.
      def least_words(shares, kept, unlike, counts)
        why = [("shed tags count as deaths" unless kept),
          ("some fish are recaptured more easily than others" if unlike)].compact.join(", and ")
        "From one season to the next at least #{Words.percent(shares.map do |row|
          row[:low]
        end.min)} " \
          "of tagged fish stay alive and here, without those reported as kept: " \
          "#{counts}; at least, because #{why}."
      end

      # The errors of both are carried on, on the logarithm.
      def unshed(share, kept)
        return { share: share.share, low: share.low, high: share.high } if kept.nil?

        lives = Math.log(share.share / kept[1])
        error = Math.hypot(
          Math.log(share.high / share.low) / (2 * Estimates::Rates::Z95),
          Math.log(kept[2] / kept[0]) / (2 * Estimates::Rates::Z95)
        )
        low, middle, high = [-1, 0, 1].map do |side|
          [Math.exp(lives + (side * Estimates::Rates::Z95 * error)), 1.0].min
        end
        { share: middle, low:, high: }
      end

      # Released in each season but the last, and in which later one each was first seen again.
      def m_array(rows, first, last)
        return [[], []] if first.nil? || first == last

        seasons = (first...last).to_a
        counts = rows.group_by { |row| row.values_at(:season, :next_season) }
          .transform_values { |here| here.sum { |row| row[:fish] } }
        released = seasons.map do |year|
          counts.sum { |(season, _), fish| season == year ? fish : 0 }
        end
        again = seasons.map do |year|
          ((year + 1)..last).map { |later| counts.fetch([year, later], 0) }
        end
        [released, again]
      end

      # [seen again, never] by season, of fish tagged in it and of others.
      def groups(rows, first, last)
        return {} if first.nil? || first == last

        { newly: true, known: false }.transform_values do |newly|
          (first...last).map do |year|
            here = rows.select { |row| row[:season] == year && row[:newly] == newly }
            here.partition { |row| row[:next_season] }
              .map { |part| part.sum { |row| row[:fish] } }
          end
        end
      end

      # Kept fish among those tagged: a sum over all years, and a least, as not every fish that is
      # kept is told of.  taken: [{ kept:, over: }], see Estimates::TagRecovery
      def kept(fates, taken)
        tagged, kept = fates.values_at(:tagged, :kept)
        share = Estimates::Rates.wilson(kept, tagged)
        common = {
          key: "kept", title: "Tagged fish that were kept", n: tagged, assumptions: KEPT,
          columns: ["what", "fish", "not kept, at liberty for this long"],
          rows: [["tagged", tagged, nil], ["recaptured", fates[:returned], nil],
            ["kept", kept, nil],
            *taken.each_with_index.map do |year, index|
              ["kept in year #{index + 1} since tagging", *year.values_at(:kept, :over)]
            end],
          worked_out:
            Text.of("answers.tag_answers.wilsons_interval_of_what_was"),
          source: "Wilson (1927), J. Am. Stat. Assoc. 22, 209-212"
        }
        return Answer.new(**common, missing: "No fish was tagged yet.") if share.nil?

        Answer.new(
          **common,
          sentence: Text.of(
            "answers.tag_answers.of_tagged_fish_are_known", kept:, tagged:,
            share: percent_fine(share)
          )
        )
      end

      def percent_fine(row)
        format(
          "%.1f %% (%.1f to %.1f)",
          *row.values_at(:share, :low, :high).map { |share| 100 * share }
        )
      end
      private_class_method :survival, :survival_method, :unfit, :shares_of, :narrow?,
        :kept_over_a_season, :survival_words, :least_words, :unshed, :m_array, :groups, :kept,
        :percent_fine
    end
  end
end
