# frozen_string_literal: true

module Core
  module Tags
    # A tag number as printed: a letter prefix and digits, no spaces, capitals; and what people
    # write instead of it, as far as it is undone for free.
    module Number
      # Letters that stand where the series prints a digit.
      TWINS = { "O" => "0", "Q" => "0", "D" => "0", "I" => "1", "L" => "1", "|" => "1", "Z" => "2",
                "S" => "5", "G" => "6", "B" => "8" }.freeze
      # Letters of other alphabets that look like ours; full-width ones are folded by NFKC.
      ALPHABETS = %w[АВЕКМНОРСТУХІЅΑΒΕΖΗΙΚΜΝΟΡΤΥΧ ABEKMHOPCTYXISABEZHIKMNOPTYX].freeze
      # Spaces, hyphens of every kind, and what else stands between; spelled out, as core runs
      # compiled too.
      SEPARATORS =
        %r{[\s\u00A0\u00AD\u058A\u2000-\u200B\u2010-\u2015\u202F\u2212\u3000._/\\·•:,;'"#°º()\[\]-]}
      # "No. 4217", "Tag no 4217", "Number: 4217"
      LABEL =
        /\A\s*(?:TAG\b[\s.:#]*)?(?:N(?:UM(?:[BM]ER)?|[OR])?(?:\s*[.:#°º]+|\s+)|TAG\s+)?\s*(?=\S)/

      module_function

      # What a person typed, brought near the printed form: "ms 004-217" -> "MS004217", "No. 4217"
      # -> "4217". `?`, `*` and `|` are kept; nothing is guessed.
      def normalise(text)
        folded = text.to_s.unicode_normalize(:nfkc).upcase.tr(*ALPHABETS)
        label = folded[LABEL]
        # A series may be called NO: what follows a mere space must begin with a digit or what looks
        # like one.
        folded = folded[label.size, folded.size] if label && !label.strip.empty?
        folded.gsub(SEPARATORS, "")
      end

      # typed: [String] or nil
      def normalise_all(typed) = (typed || []).map { |number| normalise(number) }

      # The printed number that a text is for sure if it is one of ours at all: twins undone, a
      # prefix or leading zeros that were left out put back. Where no series or several would do,
      # what was typed.
      #   series: [[prefix, digits], ...]
      def as_printed(text, series)
        numbers = completions(text, series)
        numbers.size == 1 ? numbers.first : normalise(text)
      end

      # Every number of these series that the text is when nothing was misread: [String]
      def completions(text, series)
        plain = normalise(text)
        # Compiled, filter_map does not take a pair apart.
        series
          .filter_map do |prefix, digits|
            complete(plain, prefix, digits)
          end
          .uniq
      end

      # The digits of a series that a text gives, twins undone, `?` and `*` kept; nil when it is
      # none of that series. A prefix may be left out, or have its twin digits.
      def tail(plain, prefix)
        tail = prefixed?(plain, prefix) ? plain[prefix.size, plain.size] : plain
        # Without the prefix most of it must be digits: ZZ9 is a word.
        return nil if tail.size == plain.size && tail.scan(/[0-9?*]/).size * 2 < tail.size

        digits = tail.gsub(/[A-Z|]/) { |letter| TWINS.fetch(letter, letter) }
        digits.match?(/\A[0-9?*]+\z/) ? digits : nil
      end

      # Does it begin with the prefix, an unread character standing for any?
      def prefixed?(plain, prefix)
        plain.size > prefix.size && (0...prefix.size).all? do |index|
          [prefix[index], "?", TWINS[prefix[index]]].include?(plain[index])
        end
      end

      # The parts of a complete number, or nil: { prefix: "MS", serial: 4217, digits: 6 }.
      def parts(text)
        match = /\A(?<prefix>[A-Z]{1,4})(?<digits>\d{1,9})\z/.match(normalise(text))
        match &&
          { prefix: match[:prefix], serial: match[:digits].to_i, digits: match[:digits].size }
      end

      def complete(plain, prefix, digits)
        tail_read = tail(plain, prefix)
        return unless tail_read&.match?(/\A[0-9]+\z/) && tail_read.size <= digits

        prefix + tail_read.rjust(digits,
          "0")
      end
      private_class_method :complete
    end
  end
end
