# frozen_string_literal: true

module Core
  module Estimates
    # How a member handled a season's fish: times against budgets, by month; where hooks sat by
    # hook; what cost points.
    #
    #   catches: [{ caught_on: Date, longest_lift_seconds:, air_seconds:, fight_seconds:,
    #               handling_seconds: (nil where not timed), one_lift_budget_seconds:,
    #               air_budget_seconds:, fight_budget_seconds:, hook_type:, hook_place:, points:,
    #               parts: [{ name:, points: }] }]
    #
    # Nothing is said from fewer than FEW fish. A fish that was never lifted took 0 s, the best
    # handling there is; nil is what nobody timed.
    class OwnHandling
      FEW = 5
      DEEP = Handling::Caution::DEEP
      TIMES = {
        lift: {
          title: "single lift",
          value: :longest_lift_seconds,
          budget: :one_lift_budget_seconds
        },
        air: {
          title: "total air exposure",
          value: :air_seconds,
          budget: :air_budget_seconds
        },
        fight: {
          title: "fight",
          value: :fight_seconds,
          budget: :fight_budget_seconds
        },
        handling: {
          title: "handling, from the fight to the release",
          value: :handling_seconds,
          budget: nil
        }
      }.freeze
      # What to do about a contribution to the caution score.
      ADVICE = {
        "air over the limit" => "Lay out board, tag and pliers before you lift",
        "fight over the limit" => "Use a stronger line or rod and end the fight earlier",
        "warm water" => "Fish the cool hours",
        "bleeding" => "Cut the hook or the line instead of turning it out",
        "deep hook pulled out" => "Leave a deep hook and cut the line",
        "dry surface or cloth" => "Wet everything that touches the fish",
        "dropped" => "Work low over the mat or the water",
        "hung by the jaw" => "Put the second hand under the body",
        "pressure signs" => "Fish shallower, or send each one down at once"
      }.freeze

      def initialize(catches) = @catches = catches

      # { fish:, fish_needed:, times: [...], months: [...], hooks: [...], points: {...}, habits:
      # [...], sentences: [String] }
      def to_h
        {
          fish: @catches.size,
          fish_needed: FEW,
          times:,
          months:,
          hooks:,
          points: points_summary,
          habits:,
          sentences: sentences.first(3)
        }
      end

      private

      # Median and 90th percentile with the share that kept within the budget.
      def times
        TIMES.map do |key, names|
          timed = @catches.reject { |caught| caught[names[:value]].nil? }
          values = timed.map { |record| record[names[:value]] }
          {
            key:,
            title: names[:title],
            fish: timed.size,
            **middle(values),
            within: names[:budget] && timed.size >= FEW ? within(timed, names) : nil
          }
        end
      end

      def middle(values)
        if values.size < FEW
          { median: nil, p90: nil }
        else
          { median: quantile(values, 0.5), p90: quantile(values, 0.9) }
        end
      end

      def within(timed, names)
        kept = timed.count { |record| record[names[:value]] <= record[names[:budget]] }
        { count: kept, **Rates.wilson(kept, timed.size) }
      end

      # Linear between order statistics. Source: Hyndman and Fan (1996), Am. Stat. 50, type 7.
      def quantile(values, share)
        sorted = values.sort
        place = share * (sorted.size - 1)
        sorted[place.floor] + ((place - place.floor) * (sorted[place.ceil] - sorted[place.floor]))
      end

      def months
        @catches
          .select { |record| record[:air_seconds] }
          .group_by { |record| record[:caught_on].strftime("%Y-%m") }
          .sort
          .map do |month, caught|
            {
              month:,
              fish: caught.size,
              **middle(caught.map { |record| record[:air_seconds] }),
              budget: quantile(caught.map { |record| record[:air_budget_seconds] }, 0.5)
            }
          end
      end

      def hooks
        @catches
          .select { |record| record[:hook_type] && record[:hook_place] }
          .group_by { |record| record[:hook_type] }
          .sort
          .map do |hook_type, caught|
            deep = caught.count { |record| DEEP.include?(record[:hook_place]) }
            figures =
              (
                if caught.size < FEW
                  { share: nil, low: nil, high: nil }
                else
                  Rates.wilson(deep, caught.size)
                end
              )
            {
              hook_type:,
              fish: caught.size,
              places: caught.map { |record| record[:hook_place] }.tally,
              deep:,
              **figures
            }
          end
      end

      def points_summary
        points = @catches.map { |caught| caught[:points] }
        middle(points).merge(mean: points.size < FEW ? nil : points.sum.fdiv(points.size))
      end

      # What cost points, on how many fish, and what a fish with it scored against one without.
      def habits
        names = @catches.flat_map { |caught| caught[:parts].map { |part| part[:name] } }.uniq
        causes = names.map do |name|
          with, without =
            @catches.partition { |caught| caught[:parts].any? { |part| part[:name] == name } }
          {
            name:,
            fish: with.size,
            points: with.sum { |record| points_for(record, name) },
            mean_with: mean(with),
            mean_without: mean(without)
          }
        end
        causes.sort_by { |cause| -cause[:points] }
      end

      def points_for(record, name) = record[:parts].find { |part| part[:name] == name }[:points]

      def mean(caught)
        caught.size < FEW ? nil : caught.sum { |record| record[:points] } / caught.size.to_f
      end

      def sentences
        return [] if @catches.size < FEW

        [costliest, over_budget, deep_hooks, trend].compact
      end

      def costliest
        worst =
          habits.find do |habit|
            habit[:fish] >= FEW && habit[:points].positive? && ADVICE.key?(habit[:name])
          end or return nil
        all = @catches.sum { |caught| caught[:points] }
        Text.of(
          "estimates.own_handling.worst_cause",
          advice: ADVICE[worst[:name]], name: worst[:name], points: worst[:points], all:,
          fish: worst[:fish], catches: @catches.size
        )
      end

      def over_budget
        row =
          times
            .select { |time| time[:within] && time[:within][:high] < 0.9 }
            .min_by { |time| time[:within][:share] } or return nil
        over = row[:fish] - row[:within][:count]
        low, high =
          [1 - row[:within][:high], 1 - row[:within][:low]].map { |share| (share * 100).round }
        instead =
          (
            if row[:key] == :fight
              "; a stronger line or rod ends it sooner"
            else
              "; let it rest in the net and lift it twice instead of once for long"
            end
          )
        Text.of(
          "estimates.own_handling.the_went_over_its_limit", title: row[:title], over:,
          fish: row[:fish], low:, high:, instead:
        )
      end

      def deep_hooks
        often_deep = hooks.select { |hook| hook[:deep] >= FEW }
        pairs = often_deep.combination(2).filter_map do |worse_hook, other|
          worse, better = [worse_hook, other].sort_by { |hook| -hook[:share] }
          ratio = Rates.ratio(worse[:deep], worse[:fish], better[:deep], better[:fish])
          [worse, better, ratio] if ratio && ratio[:low] > 1
        end
        worse, better, ratio = pairs.max_by { |_, _, pair| pair[:ratio] }
        return nil if ratio.nil?

        format(
          Text.of("estimates.own_handling.deep_by_hook"),
          worse[:hook_type],
          ratio[:ratio],
          better[:hook_type],
          ratio[:low],
          ratio[:high]
        )
      end

      # The last two months that carry enough, when nearly all fish of one took longer than the
      # middle of the other.
      def trend
        before, after = months.select { |month| month[:median] }.last(2)
        return nil if after.nil?

        change = after[:median] - before[:median]
        late =
          @catches.count do |caught|
            caught[:caught_on].strftime("%Y-%m") == after[:month] && caught[:air_seconds] &&
              caught[:air_seconds] > before[:median]
          end
        share = Rates.wilson(late, after[:fish])
        return nil unless share[:low] > 0.5 || share[:high] < 0.5

        format(
          "Your middle air exposure went %s from %.0f s in %s to %.0f s in %s.",
          change.positive? ? "up" : "down",
          before[:median],
          before[:month],
          after[:median],
          after[:month]
        )
      end
    end
  end
end
