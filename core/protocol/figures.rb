# frozen_string_literal: true

module Core
  module Protocol
    # The figures of the house rules that a coordinator may set, each within bounds.
    #
    # What costs the fish may only be set to the careful side of our own figure; so a bound is often
    # the figure itself. Source: house rules.
    module Figures
      # least, most: Integers, both allowed
      Figure = Struct.new(:key, :name, :unit, :default, :least, :most, :why, keyword_init: true)

      ALL =
        [
          [
            :air_percent, Text.of(
              "protocol.figures.share_of_the_schools_seconds"
            ), "%", 100, 50, 100,
            "A colder or more careful house lifts all its fish for less."
          ],
          [
            :hot_percent, "share of the air left at the stop temperature", "%", 50, 10, 50,
            "Warm water holds less oxygen, and the fish needs more of it."
          ],
          [
            :long_fight_percent, "share of the air left after a fight over its limit", "%", 75,
            25, 75, "A tired fish has no breath left."
          ],
          [
            :twice_fight_percent, "share of the air left after twice the limit", "%", 50, 10, 50,
            "Such a fight is half the harm already."
          ],
          [
            :large_percent, "share of the air left for a large fish", "%", 75, 25, 75,
            "Large fish tire longer and weigh on their own organs."
          ],
          [
            :large_from_percent, "a fish counts as large from this share of its large length", "%",
            80, 50, 80, "Careful houses begin earlier."
          ],
          [
            :rest_seconds, "minimum rest in the water between two lifts", "s", 30, 30, 300,
            "Gills first, then hands."
          ],
          [
            :rest_per_lift, "rest in the water for each second of the last lift", "s", 2, 2, 10,
            "A long lift needs a long rest."
          ],
          [
            :sealed_mind_m, "take care of a fish with a sealed bladder from", "m", 6, 3, 40,
            "Its gas grows by half on the way up from here."
          ],
          [
            :sealed_likely_m, "injury of a fish with a sealed bladder is likely from", "m", 10, 3,
            40, "Gas has doubled on the way up from 10 m."
          ],
          [
            :open_mind_m, "take care of a fish with an open bladder from", "m", 20, 3, 40,
            "Gas leaves by the gullet, but not in a fast haul."
          ],
          [
            :open_likely_m, "injury of a fish with an open bladder is likely from", "m", 30, 3, 40,
            "More gas than can leave on the way up."
          ],
          [
            :down_m, "a fish with a sealed bladder is always sent down from",
            "m", 20, 3, 40, "From there it seldom gets down by itself."
          ],
          [
            :law_stale_days, "an entry of the law is to be checked again after", "days", 90, 7, 365,
            "Limits change with the season."
          ],
          [
            :letter_wait_minutes,
            "letters wait after a decision at Review, and can be undone", "min", 10, 0, 240,
            "A wrong letter to a finder cannot be taken back."
          ]
        ].to_h { |row| [row.first, Figure.new(**Figure.members.zip(row).to_h).freeze] }.freeze

      module_function

      # given: { name => Integer }, names as Symbols or Strings. Returns only what differs from our
      #        own.
      # Raises InvalidInput for an unknown name and for a figure outside its bounds.
      def read(typed)
        read = typed.to_h { |key, value| [key.to_sym, check(key, value)] }
        read.reject { |key, value| value == ALL[key].default }.freeze
      end

      def check(key, value)
        figure = ALL.fetch(key.to_sym) do
          raise InvalidInput.at(
            "figures",
            :unknown_figure,
            "There is no figure #{key.inspect} here."
          )
        end
        return value if value.is_a?(Integer) && value.between?(figure.least, figure.most)

        raise InvalidInput.at("figures.#{key}", :figure_out_of_bounds,
          Text.of(
            "protocol.figures.is_it_must_be_a", figure: figure.name, value: value.inspect,
            least: figure.least, most: figure.most, unit: figure.unit
          ))
      end
      private_class_method :check
    end
  end
end
