# frozen_string_literal: true

module Core
  module Answers
    # Tags that stay in, by fish that got two at once.
    module RetentionAnswer
      ASSUMPTIONS = [
        { key: "tags_shed_apart", text: "One tag is shed whatever happens to the other." },
        { key: "both_reported", text: "Finders of a fish with two tags report both numbers." }
      ].freeze
      # Groups that may keep their tags unlike, and how each is called.
      GROUPS = { tag_type: "tag type", applicator: "applicator", tagger: "tagger" }.freeze
      COMMON = {
        key: "retention", title: "Tags that stay in", assumptions: ASSUMPTIONS,
        columns: ["what", "fish", "kept after a year, %", "95 % from", "to"],
        worked_out: Text.of(
          "answers.retention_answer.maximum_likelihood_of_s_t",
          least_fish: Estimates::TagRetention::LEAST_FISH
        ),
        source: "Barrowman and Myers (1996), Can. J. Fish. Aquat. Sci. 53, 2027-2035"
      }.freeze

      module_function

      # rows: as Store::Water#double_tagged has them
      # Returns { answer:, fit: Estimates::TagRetention::Fit | nil }.
      def of(rows)
        seen = rows.select { |row| row[:examined] }
        fit = Estimates::TagRetention.fit(seen)
        only_seen = !fit.is_a?(String)
        fit = Estimates::TagRetention.fit(rows) unless only_seen
        used = only_seen ? seen : rows
        if fit.is_a?(String)
          return { fit: nil, answer: Answer.new(**COMMON, n: used.size, missing: fit,
            columns: COUNTED, rows: by_half_year(used)) }
        end

        groups, unlike = compared(used)
        { fit:, answer: Answer.new(
          **COMMON, n: used.size, sentence: sentence(fit, groups, unlike, only_seen),
          rows: [line("all", fit), *groups.flat_map { |key, fits| lines(key, fits) }],
          chart: chart(fit)
        ) }
      end

      COUNTED = ["recaptured after", "with both tags", "with one"].freeze

      # If groups keep their tags unlike, no share is told for all of them.
      def sentence(fit, groups, unlike, only_seen)
        by = unlike.map do |key|
          parts = groups.fetch(key).map { |name, part| "#{name} in #{kept_words(part)}" }
          "By #{GROUPS.fetch(key)} it differs beyond chance: #{parts.join(', ')}."
        end
        share = unlike.empty? ? kept_words(fit) : "unlike shares"
        [
          Text.of(
            "answers.retention_answer.after_a_year_a_tag", share:, n: fit.n
          ), *by, *(only_seen ? at_once(fit) : ONE_OF_TWO)
        ].join(" ")
      end

      ONE_OF_TWO = Text.of("answers.retention_answer.finders_fish_are_counted_too")

      # Tags lost at once, where there are any beyond chance.
      def at_once(fit)
        return unless fit.rho_high < 1 && fit.rho < MOST_AT_ONCE

        low, share, high = [fit.rho_high, fit.rho, fit.rho_low].map { |kept| 1 - kept }
        "#{Words.percent_of({ share:, low:, high: })} of tags are lost soon after tagging."
      end
      MOST_AT_ONCE = 0.995

      def kept_words(fit)
        low, high = fit.kept_between.fetch(1)
        Words.percent_of({ share: fit.kept(1), low:, high: })
      end

      # [{ key => { name => Fit } }, keys of groups that differ beyond chance]
      def compared(rows)
        groups = GROUPS.keys.to_h do |key|
          [key, fits(rows, key)]
        end.select { |_, fits| fits.size > 1 }
        chances = groups.to_h { |key, fits| [key, chance(rows, key, fits)] }
        [groups, Estimates::FalseDiscovery.named(chances).first]
      end

      def fits(rows, key)
        rows.group_by { |row| row[key] }.except(nil).sort_by { |_, here| -here.size }
          .first(MOST_GROUPS).to_h
          .transform_values { |here| Estimates::TagRetention.fit(here) }
          .reject { |_, fit| fit.is_a?(String) }
      end
      MOST_GROUPS = 8

      # The chance of groups so unlike, by the likelihood lost where they are one.
      def chance(rows, key, fits)
        together = Estimates::TagRetention.fit(rows.select { |row| fits.key?(row[key]) })
        lost = 2 * (together.minus_log - fits.values.sum(&:minus_log))
        Estimates::NormalLaw.chi_square_beyond(lost, 2 * (fits.size - 1))
      end

      def line(name, fit)
        low, high = fit.kept_between.fetch(1)
        [name, fit.n, *[fit.kept(1), low, high].map { |share| (100 * share).round(1) }]
      end

      def lines(key, fits) = fits.map { |name, fit| line("#{GROUPS.fetch(key)}: #{name}", fit) }

      def chart(fit)
        line = fit.kept_between.map do |years, between|
          [years, fit.kept(years), *between].map { |share| share.to_f.round(4) }
        end
        { kind: "scatter", x: "years", y: "share of tags still in", points: [], line: }
      end

      def by_half_year(rows)
        rows.group_by { |row| (row[:years] * 2).floor }.sort.map do |half, here|
          both = here.count { |row| row[:tags_left] == 2 }
          ["#{half / 2.0} to #{(half + 1) / 2.0} years", both, here.size - both]
        end
      end
      private_class_method :sentence, :at_once, :kept_words, :compared, :fits, :chance, :line,
        :lines, :chart, :by_half_year
    end
  end
end
