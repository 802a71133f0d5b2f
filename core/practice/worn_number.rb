# frozen_string_literal: true

module Core
  module Practice
    # A streamer that was in a fish for years: what can be read of it, with ? and *. Judged by what
    # matching would make of it.
    module WornNumber
      # What may have happened to a character. House rules.
      WEAR = %w[clear worn grown_over].freeze
      # Characters that cannot be told apart when worn.
      ALIKE = { "0" => "8", "8" => "0", "6" => "8", "3" => "8", "1" => "7", "7" => "1", "5" => "6" }
        .freeze
      BAD = [0.15, 0.28, 0.42].freeze
      # So many numbers of a series are out at a time. For practice.
      AT_LARGE = 3000
      FULL = 100

      module_function

      # series: [prefix, digits]. Returns { number:, marks: [wear], cut: how many are gone at the
      # end, upside_down:, glare: place of a wet glare from 0 to 1 }
      def task(seed:, series:, level: 0)
        dice = Dice.new(seed)
        prefix, digits = series
        number = prefix + (1..digits).map { dice.whole(0, 9) }.join
        bad = BAD[level.clamp(0, 2)]
        marks = signs(number).map { dice.chance?(bad) ? dice.pick(WEAR.drop(1)) : "clear" }
        cut = level.positive? && dice.chance?(0.25) ? dice.whole(1, 2) : 0
        { number:, series:, marks:, cut:,
          upside_down: dice.chance?(0.3), glare: dice.between(0.2, 0.9) }
      end

      # given: { text: }
      def score(task, answer)
        reading = Tags::Reading.new(answer[:text].to_s)
        prefix, digits = task[:series]
        share = share(reading, task, prefix, digits)
        Answer.new(
          marks: (FULL * share).round,
          parts: [{ name: "the true fish", marks: (FULL * share).round,
                    says: says(reading, task) }],
          right: { careful: careful(task), number: task[:number],
                   careful_marks: (FULL * share(Tags::Reading.new(careful(task)), task, prefix,
                     digits)).round }
        )
      end

      # What is read when nothing is guessed.
      def careful(task)
        number, cut = task[:number], task[:cut]
        kept = number[0, number.size - cut]
        text = signs(kept).each_with_index.map do |sign, index|
          doubtful?(task[:marks][index], sign) ? "?" : sign
        end.join
        cut.positive? ? "#{text}*" : text
      end

      def doubtful?(mark, sign) = mark == "grown_over" || (mark == "worn" && ALIKE.key?(sign))

      # The chance that matching would give the true fish, when nothing but the number is told:
      # beside every number that is out and goes with the reading too, and "none of these".
      def share(reading, task, prefix, digits)
        return 0.0 if reading.text.empty?

        fish = Math.exp(reading.log(task[:number]))
        fish / (fish + others(reading, task, prefix, digits) + Math.exp(none_log(reading, task)))
      end

      # Other numbers that the reading fits as it stands; what fits it with a slip hardly weighs.
      def others(reading, task, prefix, digits)
        fits = tens(reading.unread(prefix:, digits:))
        fits * AT_LARGE / tens(digits).to_f *
          Math.exp(reading.log(nearest(reading, task, prefix, digits)))
      end

      # The number that the reading says, what is unread taken from the true one.
      def nearest(reading, task, prefix, digits)
        tail = Tags::Number.tail(reading.text, prefix)
        return task[:number] if tail.nil? || tail.size != digits

        true_tail = task[:number][prefix.size, digits]
        prefix + signs(tail).each_with_index.map { |sign, index|
          sign == "?" ? true_tail[index] : sign
        }.join
      end

      def none_log(reading, task)
        none = Recaptures::NoneOfThese
        none.log(none.weights(reading, series: [task[:series]], carried: [task[:number]]))
      end

      # Compiled, text has no list of its characters.
      def signs(text) = (0...text.size).map { |index| text[index] }

      # Ten to a power, in whole numbers wherever core runs.
      def tens(power) = (0...power).reduce(1) { |product, _| product * 10 }

      def says(reading, task)
        wrong = reading.fit(task[:number]).slips
        if wrong.any?
          return "It was read with #{wrong.join(', ')}, so matching looks at another fish first."
        end
        return "Every character that can be read was read." if reading.text == careful(task)

        "You left open what cannot be read, so the true fish stays among the candidates."
      end
      private_class_method :doubtful?, :share, :others, :nearest, :none_log, :signs,
        :tens, :says
    end
  end
end
