# frozen_string_literal: true

module Core
  module Imports
    # Reads rows of a table one after the other, as the mapping says; each fault names the column,
    # what stands there, the rule and what to do.
    class RowReader
      # What no one says of a fish that went back with a tag.
      RELEASED = "released"
      # Rule and mend, also of a fish whose number tells later that it was caught again.
      NO_FATE = ["Nothing says what became of this fish.",
        "Choose what became of fish for which the table does not say."].freeze
      # A fish this much larger than the largest of its kind is in another unit. House rules.
      LARGER_THAN_LARGEST = 1.3
      HEAVIER_THAN_LARGEST = 3
      # A place so far from its spot has a sign or a digit wrong; one without a spot takes the
      # nearest within so far.
      FAR_FROM_SPOT_KM = 50
      NEAREST_WITHIN_KM = 25
      MOST_TAGS = 4
      MOST_NOTE = 2000
      METRES_IN_A_FATHOM = 1.8288
      TOTALS = /\A\s*(?:grand |sub ?)?(?:totals?|sum|average|mean|count)\b/i
      RANGES = { water_temp: (-2..40), depth: (0..1000), air_seconds: (0..3600),
                 fight_seconds: (0..36_000), hours: (0..24),
                 rods: (1..20) }.freeze

      # Neither a sum at the end, nor the head once more, nor nothing at all.
      def self.row?(cells, head)
        !cells.all? { |cell| Blank.is?(cell) } &&
          cells.compact.first(2).none? { |cell| cell.match?(TOTALS) } &&
          cells.map { |cell| cell.to_s.strip } != head.map { |cell| cell.to_s.strip }
      end

      # head: [String], what columns are called in faults
      def initialize(head:, mapping:, known:)
        @head = head
        @mapping = mapping
        @known = known
        @above = {}
      end

      # Returns Reading. Rows are to come in the file's order: a blank cell may mean the one above.
      def read(cells, line)
        @cells = cells
        @faults = []
        return left_out(line) unless self.class.row?(cells, @head)

        @given = given
        check_width
        values = values()
        what = what_it_is(values)
        check(values) if what == :fish
        Reading.new(line:, what:, said: values.compact, faults: @faults)
      end

      private

      def left_out(line) = Reading.new(line:, what: :left_out, said: {}, faults: [])

      # { key => text } of the columns that have one, what was written once above put in.
      def given
        told = Fields::ALL.to_h { |field| [field.key, text(field.key)] }
        return told unless @mapping.down?

        @above = {} unless told[:date].nil?
        Fields::ALL.select(&:down).each do |field|
          told[field.key] ||= @above[field.key]
          @above[field.key] = told[field.key]
        end
        told
      end

      # What stands behind the last column belongs to none: one mark too many parted a cell.
      def check_width
        beyond = @cells.drop(@head.size).reject { |cell| Blank.is?(cell) }
        return if beyond.empty?

        @faults << Fault.new(
          column: nil, value: beyond.join(" "),
          rule: "This row has #{@cells.size} cells, the table #{@head.size} columns.",
          mend: "Put cells that hold the separator itself in quotation marks."
        )
      end

      def text(key)
        texts = @mapping.at(key).map { |at| @cells[at] }.reject { |cell| Blank.is?(cell) }
        return nil if texts.empty?

        texts.map(&:strip).join(Fields::MANY.include?(key) ? "; " : " ")
      end

      def values
        @species_code = word(:species)
        {
          **time_and_place, **who, **kind,
          species_code: @species_code, **size, hook_place: word(:hook_place),
          hook_type: word(:hook_type), bleeding: word(:bleeding), outcome: word(:outcome),
          fight_seconds: within(:fight_seconds),
          water_temp_c: temperature, depth_m: depth,
          air_seconds: within(:air_seconds), fished_hours: within(:hours),
          rods: within(:rods)&.round, platform: word(:platform) || @mapping.default("platform"),
          note: @given[:note]&.slice(0, MOST_NOTE)
        }
      end

      # The block's value; a fault and nil where the cell cannot be read.
      def try(key)
        return nil if @given[key].nil?

        yield @given[key]
      rescue Unreadable => e
        fault(key, e.message, e.mend)
      end

      def fault(key, rule, mend)
        at = @mapping.at(key).first
        @faults << Fault.new(column: at && @head[at], value: at && @given[key], rule:, mend:)
        nil
      end

      def time_and_place
        {
          caught_on: try(:date) do |text|
            Days.read(text, order: @mapping.date_order, today: @known.today)
          end,
          time: try(:time) { |text| Days.time(text) } || try(:date) do |text|
            Days.time_behind(text)
          end,
          **place
        }
      end

      def place
        lat_deg = try(:lat) { |text| Places.degrees(text, :lat) }
        lon_deg = try(:lon) { |text| Places.degrees(text, :lon) }
        both = try(:position) { |text| Places.both(text) }
        lat_deg, lon_deg = both if both
        half_a_place
        lat_deg = lon_deg = nil if lat_deg.nil? || lon_deg.nil?
        { lat_deg:, lon_deg:, spot_code: spot(lat_deg, lon_deg) }
      end

      def half_a_place
        return if @given[:lat].nil? == @given[:lon].nil? || @given[:position]

        there, lacking = @given[:lat] ? %w[latitude longitude] : %w[longitude latitude]
        fault(@given[:lat] ? :lat : :lon, "There is a #{there} without a #{lacking}.",
          "Write both, or neither.")
      end

      # As it is named, else the nearest to the place; both have to agree.
      def spot(lat_deg, lon_deg)
        code = word(:spot) || @mapping.default("spot")
        return code if lat_deg.nil?
        return nearest(lat_deg, lon_deg) if code.nil?

        spot = @known.spots.fetch(code)
        km = @known.km(spot, lat_deg, lon_deg)
        km <= FAR_FROM_SPOT_KM ? code : far(km, spot.name)
      end

      def nearest(lat_deg, lon_deg)
        spot, km = @known.nearest_spot(lat_deg, lon_deg)
        return far(nil, "any spot") if spot.nil?

        km <= NEAREST_WITHIN_KM ? spot.code : far(km, "the nearest spot")
      end

      def far(km, from)
        fault(@given[:lat] ? :lat : :position,
          "This place lies #{km ? "#{km.round} km" : 'far'} from #{from}.",
          "West and south are minus. If the place is right, bring its spot in first.")
      end

      # A word in one of our lists: as somebody chose it, else as it is found.
      def word(field)
        try(field) do |text|
          @mapping.chosen(field, text) || @known.find(field, text)&.first || raise(
            Unreadable.new("#{text} is not a name that is known here.", "Choose what it means.")
          )
        end
      end

      def who
        code = word(:member)
        code = @mapping.default("member") if code.nil? && @given[:member].nil?
        code == Known::FINDER ? { finder: true } : { member_id: code }
      end

      def kind
        what, again = word(:what), word(:again)
        fate = word(:fate) || ("kept" if what == "kept")
        kind = what == "kept" ? nil : what
        kind = "recaptured" if again == "yes"
        { tag_numbers: tags, said: kind, fate: }
      end

      def tags
        parts = @given[:tag].to_s.split(%r{[/;,&+|]|\band\b}i).map(&:strip)
          .reject { |one| Blank.is?(one) }
        if parts.size > MOST_TAGS
          fault(:tag, "#{parts.size} numbers stand in one row.", "Give each fish its own row.")
        end
        parts.map { |one| Tags::Number.as_printed(one, @known.series) }.uniq
      end

      def size
        number = number(:length)
        return { weight_g: weight } if number.nil?

        species = @known.species[@species_code]
        column = @mapping.column(:length)
        unit = number.unit || column["unit"]
        return no_unit(:length) unless Units::MM.key?(unit)

        {
          length_mm: Units.length_mm(number.value, unit),
          length_kind: kind_of_length(column) || species&.length_kind,
          length_how: number.about ? "estimate" : how(column), weight_g: weight
        }
      end

      def kind_of_length(column)
        said = @given[:length_kind]&.upcase
        Fields::LENGTH_KINDS.key?(said) ? said : column["length_kind"]
      end

      def how(column)
        word(:length_how) || column["length_how"] || @mapping.default("length_how") ||
          fault(:length, "Nothing says how this length was measured.",
            "Choose how lengths of this table were measured.")
      end

      def weight
        pounds = try(:weight) { |text| Numbers.pounds(text) } and return pounds
        number = number(:weight) or return nil
        unit = number.unit || @mapping.column(:weight)["unit"]
        Units::GRAMS.key?(unit) ? Units.weight_g(number.value, unit) : no_unit(:weight)
      end

      def no_unit(key)
        fault(key, "Nothing says in what unit this is.", "Choose the unit of the column.")
        {}
      end

      def number(key) = try(key) { |text| Numbers.read(text, decimal: @mapping.decimal) }

      def temperature
        number = number(:water_temp) or return nil
        unit = number.unit || @mapping.column(:water_temp)["unit"] || "C"
        checked(:water_temp, Units.temp_c(number.value, unit).round(1))
      end

      def depth
        number = number(:depth) or return nil
        unit = number.unit || @mapping.column(:depth)["unit"] || "m"
        metres =
          unit == "fathom" ? number.value * METRES_IN_A_FATHOM : Units.depth_m(number.value, unit)
        checked(:depth, metres.round(1))
      end

      def within(key) = number(key)&.then { |number| checked(key, number.value) }

      def checked(key, value)
        range = RANGES.fetch(key)
        return value if range.cover?(value)

        fault(key, "#{value} is not between #{range.min} and #{range.max}.",
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
        values[:fished_hours] && @given[:species].nil? && values[:tag_numbers].empty? &&
          @given[:length].nil?
      end

      def check_day(values)
        fault(:date, "There is no day.", "Write the day of the catch.") if @given[:date].nil?
        if values[:spot_code].nil? && %i[spot lat lon position].all? { |key| @given[key].nil? }
          fault(:spot, "There is no place.", "Choose a place for rows without one.")
        end
        return unless values[:member_id].nil? && !values[:finder] && @given[:member].nil?

        fault(:member, "Nobody is said to have caught it.", "Choose whose rows without a name are.")
      end

      def check(values)
        fault(:species, "There is no species.", "Write what fish it was.") if @given[:species].nil?
        check_numbers(values)
        check_size(values)
        check_fate(values)
      end

      def check_numbers(values)
        if values[:tag_numbers].empty? && %w[tagged recaptured].include?(values[:said])
          return fault(:tag, "A #{values[:said]} fish needs the number of its tag.",
            "Write the number, or say that the fish had no tag.")
        end
        return unless values[:finder] && (values[:said] == "tagged" || values[:tag_numbers].empty?)

        fault(:member, "Only members tag fish and record those without a tag.",
          "Choose the member who caught it.")
      end

      def check_size(values)
        species = @known.species[values[:species_code]] or return
        largest_g = species.weight_g_at(species.max_mm).round
        lengths = Fish::SentLength::RANGE_MM.min..(species.max_mm * LARGER_THAN_LARGEST)
        unless values[:length_mm].nil? || lengths.cover?(values[:length_mm])
          unlike(:length, "#{values[:length_mm]} mm", species, "#{species.max_mm} mm")
        end
        weights = 1..(largest_g * HEAVIER_THAN_LARGEST)
        return if values[:weight_g].nil? || weights.cover?(values[:weight_g])

        unlike(:weight, "#{values[:weight_g]} g", species, "#{largest_g} g")
      end

      def unlike(key, said, species, largest)
        fault(key, "#{said} is no #{key} of #{species.common_name}; the largest known has about " \
          "#{largest}.", "Check the number and the unit of the column.")
      end

      # A fish that went back with a tag was let go; of others somebody has to say it.
      def check_fate(values)
        values[:fate] ||= values[:said] == "tagged" ? RELEASED : @mapping.default("fate")
        if values[:fate] || @given[:fate] || (values[:said].nil? && values[:tag_numbers].any?)
          return
        end

        fault(:fate, *NO_FATE)
      end
    end
  end
end
