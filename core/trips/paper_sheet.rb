# frozen_string_literal: true

module Core
  module Trips
    # A waterproof sheet as it is typed, row by row: what each cell comes to, what is wrong with it,
    # and the record that follows.
    #
    #   rows:    [{ column => typed text }, ...] with the columns of COLUMNS, an empty cell being ""
    #   species: [{ code:, common_name:, nicknames: }] that may be meant
    #   first_number: the tag that lies first in the pouch, or nil
    #
    # Beginnings of words are enough; what is empty stays unsaid; + as a tag takes the next number.
    class PaperSheet
      COLUMNS = %i[time species tag length hook blood weight air outcome fate note].freeze
      HOOKS = Handling::Caution::HOOK.keys.to_h { |key| [key, key.tr("_", " ")] }.freeze
      BLOOD = { "none" => "none", "light" => "light", "heavy" => "heavy" }.freeze
      OUTCOMES = {
        "strong" => "strong",
        "slow" => "slow",
        "sank" => "sank",
        "floated" => "floated",
        "predator" => "taken by a predator",
        "lost_from_sight" => "not seen"
      }.freeze
      # Behind a length: how it was taken.
      HOWS = {
        "" => "board",
        "b" => "board",
        "t" => "tape",
        "r" => "ruler",
        "e" => "estimate",
        "~" => "estimate"
      }.freeze
      WEIGHTS_G = 1..2_000_000
      FATES = { "released" => "released", "kept" => "kept" }.freeze
      # Words that sheets printed earlier ask for.
      OLDER = {
        blood: { "some" => "light", "much" => "heavy" },
        fate: { "let go" => "released" },
        outcome: { "lost from sight" => "not seen" }
      }.freeze
      # A number below it without a point is centimetres: nobody tags a fish under 10 cm. House
      # rule.
      LEAST_MM = 100
      LENGTHS_MM = 10..10_000
      AIR_SECONDS = 0..36_000

      def self.read(rows:, species:, first_number: nil) = new(species, first_number).read(rows)

      # "0712", "712", "7.12" and "7:12" are twelve minutes past seven: "07:12", or nil.
      def self.time(typed)
        match = /\A(\d{1,2})[:. ]?(\d{2})\z/.match(typed.strip)
        return nil if match.nil? || match[1].to_i > 23 || match[2].to_i > 59

        "#{match[1].rjust(2, '0')}:#{match[2]}"
      end

      # "412 t" and "41.2t" are 412 mm by tape. { mm:, how: } or nil.
      def self.length(typed)
        match = /\A(~?)([\d.,]+)\s*([bBtTrReE]?)\z/.match(typed.strip)
        mm = match && length_mm(match[2])
        mm && { mm:, how: HOWS.fetch(match[1].empty? ? match[3].downcase : match[1]) }
      end

      # Grams: "1620" is the fish, "1740-120" the scale with the wet sling and the sling. {
      # weight_g:, tare_g: } or nil.
      def self.weight(typed)
        match = /\A(\d+)(?:\s*-\s*(\d+))?\z/.match(typed.strip)
        return nil if match.nil?

        gross_g, tare_g = match[1].to_i, match[2]&.to_i
        net_g = gross_g - tare_g.to_i
        WEIGHTS_G.cover?(net_g) ? { weight_g: net_g, tare_g: } : nil
      end

      # 41.2 is centimetres, 412 millimetres, 41 centimetres again. Whole millimetres, or nil.
      def self.length_mm(typed)
        text = typed.strip.tr(",", ".")
        return nil unless /\A\d+(\.\d*)?\z/.match?(text)

        value = text.to_f
        millimetres = text.include?(".") || value < LEAST_MM ? value * 10 : value
        millimetres.positive? ? millimetres.round : nil
      end

      # The number printed after this one.
      def self.next_number(number)
        match = number && /\A(.*?)(\d+)\z/.match(number)
        match && (match[1] + (match[2].to_i + 1).to_s.rjust(match[2].length, "0"))
      end

      # "+" takes the next number, "23" completes the one before it, "23 24" or "23+24" are two tags
      # in one fish; "r 123" was read on a fish caught again; empty, "0" and "-" are no tag: silence
      # stores nothing.
      # Returns { kind:, number:, more: [..] } or nil.
      def self.tag(typed, proposed)
        text = typed.strip.upcase
        return { kind: "untagged", number: nil, more: [] } if ["", "0", "-"].include?(text)
        return proposed && { kind: "tagged", number: proposed, more: [] } if text == "+"

        again = /\AR[ .]/.match?(text)
        parts = again ? [text[2..].gsub(/\s/, "")] : split_tags(text)
        numbers = parts.map { |part| completed(part, proposed) }
        { kind: again ? "recaptured" : "tagged", number: numbers.first, more: numbers.drop(1) }
      end

      # "MS 23" is one number written with a gap, "23 24" two.
      def self.split_tags(text)
        parts = text.split(/[+,;]/).map(&:strip).reject(&:empty?)
        parts.flat_map do |part|
          /\A\d+(\s+\d+)+\z/.match?(part) ? part.split : [part.gsub(/\s/, "")]
        end
      end

      def self.completed(part, proposed)
        return part if proposed.nil?
        return Tags::Number.as_printed(part, [series_of(proposed)]) unless /\A\d+\z/.match?(part)

        proposed[0, [proposed.length - part.length, 0].max] + part
      end

      def self.series_of(number) = [number[/\A\D*/], number[/\d*\z/].size]
      private_class_method :split_tags, :completed, :series_of

      def initialize(species, first_number)
        @names = species.to_h { |entry| [entry[:code], entry[:common_name]] }
        @written = species.to_h do |entry|
          [entry[:code], [entry[:common_name], *entry[:nicknames]]]
        end
        @next = first_number
        @usual = []
      end

      # [{ proposed:, shown: { column => text }, wrong: { column => sentence }, row: Hash | nil },
      # ...]
      def read(rows)
        rows.map do |cells|
          proposed = @next
          blank = COLUMNS.all? { |column| cells[column].to_s.strip.empty? }
          read_row = row(cells, proposed)
          follow(read_row, blank)
          { proposed:, shown: read_row[:shown], wrong: read_row[:wrong], row: read_row[:row] }
        end
      end

      private

      def follow(row, blank)
        @next = self.class.next_number(row[:tag][:more].last || row[:tag][:number]) if !blank &&
          row[:tag] && row[:tag][:kind] == "tagged"
        return if row[:row].nil? || @usual.include?(row[:row][:species_code])

        @usual += [row[:row][:species_code]]
      end

      def row(cells, proposed)
        text = COLUMNS.to_h { |column| [column, cells[column].to_s] }
        read = {
          time: self.class.time(text[:time]),
          species: fitting(text[:species], @written, @usual),
          tag: self.class.tag(text[:tag], proposed),
          length: self.class.length(text[:length]),
          weight: self.class.weight(text[:weight]),
          outcome: fitting(newer(:outcome, text), OUTCOMES),
          hook: fitting(text[:hook], HOOKS),
          blood: fitting(newer(:blood, text), BLOOD),
          air: air(text[:air]),
          fate: text[:fate].strip.empty? ? ["released"] : fitting(newer(:fate, text), FATES)
        }
        wrong = wrong(text, read).compact
        {
          tag: read[:tag],
          shown: shown(read),
          wrong:,
          row: wrong.empty? ? record(text, read) : nil
        }
      end

      # The keys whose words a beginning fits; one that is the whole word stands alone, and so does
      # one that the sheet has used before.
      # The typed text, with the word that takes the place of an older one.
      def newer(column, text)
        typed = text[column].strip.downcase
        older = typed.empty? ? nil : OLDER[column].keys.find { |word| word.start_with?(typed) }
        older ? OLDER[column][older] : text[column]
      end

      def fitting(typed, words, usual = [])
        text = typed.strip.downcase
        return [] if text.empty?

        names = words.transform_values { |written| [*written].map(&:downcase) }
        whole = words.keys.select { |key| names[key].include?(text) || key == text }
        return whole if whole.any?

        begins = words.keys.select do |key|
          names[key].flat_map { |name| [name, *name.split] }.any? { |part| part.start_with?(text) }
        end
        known = begins.select { |key| usual.include?(key) }
        known.size == 1 ? known : begins
      end

      def only(keys) = keys.size == 1 ? keys.first : nil

      # nil for what is no number; :none for an empty cell.
      def air(typed)
        text = typed.strip.tr(",", ".")
        return :none if text.empty?

        /\A\d+(\.\d*)?\z/.match?(text) && AIR_SECONDS.cover?(text.to_f) ? text.to_f : nil
      end

      def wrong(text, read)
        {
          time: wrong_time(text[:time], read[:time]),
          species: wrong_species(text[:species], read[:species]),
          tag: read[:tag] ? nil : "there is no next tag: type its number",
          weight: wrong_weight(text[:weight], read[:weight]),
          outcome:
            (
              if text[:outcome].strip.empty? || only(read[:outcome])
                nil
              else
                "“#{text[:outcome]}”: #{OUTCOMES.values.join(', ')}."
              end
            ),
          length: wrong_length(text[:length], read[:length]),
          hook: wrong_hook(text[:hook], read[:hook]),
          blood:
            (
              if text[:blood].strip.empty? || only(read[:blood])
                nil
              else
                "“#{text[:blood]}”: none, light or heavy."
              end
            ),
          fate: only(read[:fate]) ? nil : "“#{text[:fate]}”: released or kept.",
          air: read[:air] ? nil : "“#{text[:air]}” is not a number of seconds."
        }
      end

      def wrong_time(typed, time)
        return nil if time

        if typed.strip.empty?
          "needs a time"
        else
          Text.of("trips.paper_sheet.is_not_a_time_type", typed:)
        end
      end

      def wrong_species(typed, codes)
        return nil if codes.size == 1
        return "“#{typed}” fits #{listed(codes, @names)}. Type more of it." if codes.size > 1

        typed.strip.empty? ? "needs a species" : "No species here begins with “#{typed}”."
      end

      def wrong_length(typed, length)
        return nil if typed.strip.empty?
        if length.nil?
          return (
            Text.of("trips.paper_sheet.is_not_a_length_type", typed:)
          )
        end

        LENGTHS_MM.cover?(length[:mm]) ? nil : "#{length[:mm]} mm is not a possible length."
      end

      def wrong_weight(typed, weight)
        if typed.strip.empty? || weight
          nil
        else
          "“#{typed}” is not a weight in grams. Type 1620, or 1740-120 with the wet sling."
        end
      end

      def wrong_hook(typed, keys)
        return nil if typed.strip.empty? || keys.size == 1

        if keys.empty?
          "“#{typed}” is not a hook location: #{HOOKS.values.join(', ')}."
        else
          "“#{typed}” fits #{listed(keys, HOOKS)}. Type more of it."
        end
      end

      def listed(keys, words)
        keys.first(4).map { |key| words[key] }.join(", ") + (keys.size > 4 ? " and more" : "")
      end

      def shown(read)
        species, hook, blood, fate, outcome =
          read.values_at(:species, :hook, :blood, :fate, :outcome).map { |keys| only(keys) }
        {
          time: read[:time] || "",
          species: species ? @names[species] : "",
          tag: tag_text(read[:tag]),
          length: length_text(read[:length]),
          weight: read[:weight] ? "#{read[:weight][:weight_g]} g" : "",
          outcome: outcome ? OUTCOMES[outcome] : "",
          hook: hook ? HOOKS[hook] : "",
          blood: blood ? BLOOD[blood] : "",
          air: read[:air].is_a?(Numeric) ? "#{seconds_text(read[:air])} s" : "",
          fate: fate ? FATES[fate] : "",
          note: ""
        }
      end

      def length_text(length)
        return "" if length.nil?

        text = Units.length_text(length[:mm], "metric")
        length[:how] == "board" ? text : "#{text} by #{length[:how]}"
      end

      def seconds_text(seconds)
        seconds == seconds.floor ? seconds.floor.to_s : Units.tenths(seconds)
      end

      def tag_text(tag)
        return "" if tag.nil?
        return "no tag" if tag[:kind] == "untagged"

        if tag[:kind] == "recaptured"
          "read #{tag[:number]}"
        else
          [tag[:number], *tag[:more]].join(" and ")
        end
      end

      def record(text, read)
        {
          time: read[:time],
          species_code: only(read[:species]),
          length_mm: read[:length] && read[:length][:mm],
          length_how: read[:length] ? read[:length][:how] : "board",
          kind: read[:tag][:kind],
          fate: only(read[:fate]),
          tag_numbers: [read[:tag][:number], *read[:tag][:more]].compact,
          spoiled_numbers: [],
          hook_place: only(read[:hook]),
          hook_type: nil,
          bleeding: only(read[:blood]),
          weight_g: read[:weight] && read[:weight][:weight_g],
          tare_g: read[:weight] && read[:weight][:tare_g],
          outcome: only(read[:outcome]),
          air_seconds: read[:air] == :none ? nil : read[:air],
          note: text[:note].strip.empty? ? nil : text[:note].strip
        }
      end
    end
  end
end
