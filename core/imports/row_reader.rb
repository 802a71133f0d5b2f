# frozen_string_literal: true

module Core
  module Imports
    # Reads rows of a table one after the other, as the mapping says; each fault names the column,
    # what stands there, the rule and what to do.
    class RowReader
      # What no one says of a fish that went back with a tag.
      RELEASED = "released"
      # Rule and mend, also of a fish whose number tells later that it was caught again.
      NO_FATE = ["What happened to this fish is not known.",
        "Choose what happened to fish where the table does not say."].freeze
      # Fates that only a finder may report.
      OF_FINDERS = %w[dead unknown].freeze
      MOST_NOTE = 2000
      MOST_NAME = 120
      METRES_IN_A_FATHOM = 1.8288
      TOTALS = /\A\s*(?:grand |sub ?)?(?:totals?|sum|average|mean|count)\b/i
      ENCOUNTER = Core::Fields::Encounter
      RANGES = {
        water_temp: ENCOUNTER[:water_temp_c].range, depth: ENCOUNTER[:depth_m].range,
        **ENCOUNTER.measured.to_h { |field| [field.name, field.range] },
        hours: (0..24), rods: (1..20)
      }.freeze

      # Whether a line holds a catch or a day: no sum, no repeated heading, not blank.
      def self.row?(cells, head)
        !cells.all? { |cell| Blank.is?(cell) } &&
          cells.compact.first(2).none? { |cell| cell.match?(TOTALS) } &&
          cells.map { |cell| cell.to_s.strip } != head.map { |cell| cell.to_s.strip }
      end

      # head: [String], what columns are called in faults
      def initialize(head:, mapping:, known:)
        @cells = RowCells.new(head:, mapping:, known:)
        @known = known
      end

      # Returns Reading. Rows are to come in the file's order: a blank cell may mean the one above.
      def read(cells, line)
        @cells.take(cells)
        return Reading.new(line:, what: :left_out, said: {}, faults: []) unless @cells.row?

        @cells.read
        values = values()
        kind = what_it_is(values)
        check(values) if kind == :fish
        Reading.new(line:, what: kind, said: noted(values).compact, faults: @cells.faults)
      end

      private

      def values
        species_code = @cells.word(:species)
        {
          **RowTime.of(@cells), **RowPlace.of(@cells), **who, **kind,
          species_code:, **RowSize.of(@cells, @known.species[species_code]),
          **%i[hook_place hook_type bleeding outcome].to_h { |key| [key, @cells.word(key)] },
          **KnownColumns::MEASURED.to_h { |field| [field.name, within(field.name)] },
          water_temp_c: temperature, depth_m: depth, fished_hours: within(:hours),
          rods: within(:rods)&.round,
          platform: @cells.word(:platform) || @cells.choice("platform"), trip: @cells[:trip]
        }
      end

      # With what was left out, as it was written.
      def noted(values)
        note = [@cells[:note], *@cells.notes].compact.join("; ")
        note.empty? ? values : { **values, note: note.slice(0, MOST_NOTE) }
      end

      def who
        code = @cells.word(:member) { @cells.choice("strangers") }
        code = @cells.choice("member") if code.nil? && @cells[:member].nil?
        name = @cells[:member]&.slice(0, MOST_NAME)
        case code
        when Known::FINDER then { finder: true, finder_name: name }
        when Known::FORMER then { former_name: name }
        else { member_id: code }
        end
      end

      def kind
        act, again = @cells.word(:what), @cells.word(:again)
        fate = @cells.word(:fate) || ("kept" if act == "kept")
        kind = act == "kept" ? nil : act
        kind = "recaptured" if again == "yes"
        tags = RowTags.of(@cells)
        { **tags, said: tags[:other] ? of_others(kind) : kind, fate: }
      end

      # A fish with another programme's tag can only have been caught again.
      def of_others(kind)
        return "recaptured" unless kind == "tagged"

        @cells.fault(:tag, "Tags of another programme are not applied here.",
          "Mark the row as a recapture, or choose whose numbers these are.", ask: "numbers")
      end

      def temperature
        number = @cells.number(:water_temp) or return nil
        unit = number.unit || @cells.mapping.column(:water_temp)["unit"] || "C"
        checked(:water_temp, Units.temp_c(number.value, unit).round(1))
      end

      def depth
        number = @cells.number(:depth) or return nil
        unit = number.unit || @cells.mapping.column(:depth)["unit"] || "m"
        metres =
          unit == "fathom" ? number.value * METRES_IN_A_FATHOM : Units.depth_m(number.value, unit)
        checked(:depth, metres.round(1))
      end

      def within(key) = @cells.number(key)&.then { |number| checked(key, number.value) }

      def checked(key, value)
        range = RANGES.fetch(key)
        return value if range.cover?(value)

        @cells.fault(key, "#{value} is not between #{range.min} and #{range.max}.",
          "Check the number and its unit.")
      end

      # No fish, but somebody was there.
      def what_it_is(values)
        check_day(values)
        return :fish unless values[:said] == "none" || nothing_caught?(values)

        values.delete(:said)
        :day
      end

      def nothing_caught?(values)
        values[:fished_hours] && @cells[:species].nil? && values[:tag_numbers].empty? &&
          @cells[:length].nil?
      end

      def check_day(values)
        if @cells[:date].nil?
          @cells.fault(:date, "The day is missing.",
            "Enter the day of the catch.")
        end
        if values[:spot_code].nil? && %i[spot lat lon position spot_lat].all? do |key|
          @cells[key].nil?
        end
          @cells.fault(:spot, "The place is missing.", "Choose a place for rows without one.",
            ask: "spot")
        end
        return unless %i[member_id finder former_name].all? { |key| values[key].nil? } &&
          @cells[:member].nil?

        @cells.fault(:member, "The name of the angler is missing.",
          "Choose whose rows without a name are.", ask: "member")
      end

      def check(values)
        check_species(values)
        check_numbers(values)
        check_fate(values)
      end

      # The tag of a fish that was caught again says what fish it is.
      def check_species(values)
        return if @cells[:species] || (values[:said] != "tagged" && values[:tag_numbers].any?)

        @cells.fault(:species, "The species is missing.", "Enter the species.")
      end

      def check_numbers(values)
        if values[:tag_numbers].empty? && %w[tagged recaptured].include?(values[:said])
          return @cells.fault(:tag, "A #{values[:said]} fish needs the number of its tag.",
            "Enter the number, or mark the fish as untagged.")
        end
        return unless values[:finder] && (values[:said] == "tagged" || values[:tag_numbers].empty?)

        @cells.fault(:member, "Only members tag fish and record those without a tag.",
          "Choose the member who caught it.")
      end

      # A fish that went back with a tag was let go; of others somebody has to say it.
      def check_fate(values)
        if !values[:finder] && OF_FINDERS.include?(values[:fate])
          return @cells.fault(:fate,
            Text.of("imports.row_reader.for_a_fish_that_a"), "Choose which.")
        end

        values[:fate] ||= values[:said] == "tagged" ? RELEASED : @cells.choice("fate")
        if values[:fate] || @cells[:fate] || (values[:said].nil? && values[:tag_numbers].any?)
          return
        end

        @cells.fault(:fate, *NO_FATE, ask: "fate")
      end
    end
  end
end
