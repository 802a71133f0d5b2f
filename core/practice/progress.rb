# frozen_string_literal: true

module Core
  module Practice
    # What results say of a skill: an honest estimate, when to come back to it, and whether a
    # training item is met. Never a comparison with others.
    #
    # result: { skill:, marks: 0..100 | nil, points: of a scene | nil, scene: | nil, at: Time,
    #         is_replayed: whether the server did the deeds again }
    module Progress
      SKILLS = {
        "place" => "Place the tag", "measure" => "Read the length", "handle" => "Fish on the clock",
        "read" => "Read worn tags", "judge" => "Read the water", "pack" => "Pack in time"
      }.freeze
      LAST = 20
      LEAST = 3
      # No skill is left alone for longer. House rule.
      MOST_DAYS = 180
      # Training items of the programme. House rules.
      PLACED_MARKS, PLACED_LAST = 80, 20
      SCENES_IN_A_ROW, LEAST_SCENES, HARMLESS_POINTS = 5, 3, 20
      ITEMS = {
        "placing" => Text.of(
          "practice.progress.tag_placement_the_middle_of", placed_last: PLACED_LAST,
          placed_marks: PLACED_MARKS
        ),
        "scenes" => Text.of(
          "practice.progress.five_fair_scenes_in_a", harmless_points: HARMLESS_POINTS,
          least_scenes: LEAST_SCENES
        )
      }.freeze

      module_function

      # Where somebody was hurt and helped, the fish says nothing of a hand.
      def counted(skill, results)
        results.select { |result| result[:skill] == skill }
          .reject { |result| result[:scene] == "hand" && result[:points].nil? }
      end

      # A scene counts from 100 downwards.
      def marks(result)
        result[:marks] || (result[:points] ? [100 - result[:points], 0].max : 0)
      end

      # { skill:, title:, n:, mean: | nil, low:, high: } of the last results of a skill
      def estimate(skill, results)
        of = counted(skill, results).map { |result| marks(result) }.last(LAST)
        summary = { skill:, title: SKILLS.fetch(skill), n: of.size, mean: nil, low: nil, high: nil }
        return summary if of.size < LEAST

        mean = of.sum / of.size.to_f
        sd = Math.sqrt(of.sum { |mark| (mark - mean)**2 } / (of.size - 1))
        off = Estimates::NormalLaw.t95(of.size - 1) * sd / Math.sqrt(of.size)
        summary.merge(mean: mean.round, low: [mean - off, 0].max.round,
          high: [mean + off, 100].min.round)
      end

      # When a skill comes back: the longer it is known, the later. Source: Wozniak (1990),
      # algorithm SM-2. Returns the day, nil before the first result.
      def due_on(skill, results)
        ease, interval, times, last = 2.5, 0, 0, nil
        counted(skill, results).each do |result|
          quality = (marks(result) / 20.0).round
          if quality < 3
            times, interval = 0, 1
          else
            times += 1
            interval = [{ 1 => 1, 2 => 6 }[times] || (interval * ease).round, MOST_DAYS].min
          end
          ease = [ease + 0.1 - ((5 - quality) * (0.08 + ((5 - quality) * 0.02))), 1.3].max
          last = result[:at].to_date
        end
        last && (last + interval)
      end

      # Whether what is asked for was shown. What a phone only says of itself shows nothing.
      def met?(item, results)
        results = results.select { |result| result[:is_replayed] }
        case item
        when "placing" then placing?(results)
        when "scenes" then scenes?(results)
        end
      end

      # What a member who has never tagged a fish is asked for before the first card: a
      # Trips::Finding, or nil. House rule. signed: [item]
      def lessons(tagged:, results:, signed:)
        return nil if tagged

        open = ITEMS.except(*signed).reject { |item, _| met?(item, results) }.values
        return nil if open.empty?

        Trips::Finding.care(
          :lessons, "You have not tagged a fish yet. Practise first: #{open.join('; ')}.",
          "house rule"
        )
      end

      # 0, 1 or 2: how hard the next task is.
      def level(skill, results)
        mean = estimate(skill, results)[:mean]
        return 0 if mean.nil? || mean < 70

        mean < 88 ? 1 : 2
      end

      def placing?(results)
        last = results.select { |result| result[:skill] == "place" }.last(PLACED_LAST)
        return false if last.size < PLACED_LAST

        sorted = last.map { |result| marks(result) }.sort
        (sorted[(sorted.size / 2) - 1] + sorted[sorted.size / 2]) / 2.0 >= PLACED_MARKS
      end

      def scenes?(results)
        fair = Scenes::ALL.select(&:fair).map(&:key)
        last = results.select do |result|
          result[:skill] == "handle" && fair.include?(result[:scene])
        end
          .last(SCENES_IN_A_ROW)
        last.size == SCENES_IN_A_ROW &&
          last.map { |result| result[:scene] }.uniq.size >= LEAST_SCENES &&
          last.all? { |result| result[:points] && result[:points] < HARMLESS_POINTS }
      end
      private_class_method :placing?, :scenes?
    end
  end
end
