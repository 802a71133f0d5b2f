# frozen_string_literal: true

module Acts
  # Everything that Water answers, under one filter, to print.
  module PrintSeason
    TITLES = {
      "growth" => "Growth", "movement" => "Movement", "handling" => "Handling",
      "tags" => "Tags and fish", "lengths" => "Lengths and condition", "effort" => "Effort",
      "health" => "The programme"
    }.freeze

    def self.call(context, filter:, fonts_dir:)
      topics = AnswerWater::TOPICS.to_h do |topic|
        [TITLES.fetch(topic), AnswerWater.call(context, topic:, filter:).answers]
      end
      Formats::SeasonReport.pdf(topics:, heading: heading(context, filter), fonts_dir:)
    end

    def self.heading(context, filter)
      species = filter[:species] && context.store.species.find(filter[:species])&.common_name
      own = "own fish of #{context.member.name}" if filter[:mine]
      [
        [context.store.programme.name, *species, *own, *days(filter)].join(" · "),
        Core::Text.of(
          "water.print_season.printed_on_every_figure_has",
          today: Core::Units.day_text(context.today)
        )
      ]
    end

    def self.days(filter)
      words = { from: "from", to: "to" }
        .filter_map { |side, word| filter[side] && "#{word} #{Core::Units.day_text(filter[side])}" }

      "tagged #{words.join(' ')}" if words.any?
    end
    private_class_method :days
    private_class_method :heading
  end
end
