# frozen_string_literal: true

module Core
  module Tags
    # A reading laid beside printed numbers: the likeliest way in which the one became the other,
    # and what went wrong on it. One table of sums is filled for both; numbers with the same
    # beginning share its rows, so many are weighed fastest in their order.
    #
    # Source: dynamic programming over two strings, as Needleman and Wunsch (1970), J. Mol. Biol.
    # 48, 443-453, with swapped neighbours as Damerau (1964), Commun. ACM 7, 171-176, counted once.
    class Alignment
      LOOK_ALIKES =
        %w[08 06 17 38 56 5S 68 8B 0O 1I 2Z].flat_map { |pair| [pair, pair.reverse] }.freeze
      NEVER = -Float::INFINITY
      NOUGHT = "0".ord
      # log: of the whole way;  steps: [[name of the weight or :unread, read, printed], ...] but
      #      those that were as printed
      Way = Struct.new(:log, :steps, keyword_init: true)

      # text: as Number.normalise gives it;  weights: see Weights::READING
      def initialize(text, weights)
        @text = text
        @weights = weights
        @codes = codes(text)
        places = (0...text.size).to_a
        @reads = places.map { |place| text[place] == "*" ? nil : logs_of(text[place]) }
        @too_many = places.map { |place| @weights[too_many(place)] }
        @printed = []
        @rows = []
      end

      # The log-likelihood of this reading of a printed number.
      def log(number)
        fill(number)
        plain, swapped = @rows[number.size]
        swapped && swapped.last > plain.last ? swapped.last : plain.last
      end

      def way(number)
        @number = number
        total = log(number)
        Way.new(log: total, steps: total == NEVER ? [] : steps)
      end

      private

      # Rows of sums by how much of the printed number is used up: each [plain, swapped], by how
      # much is read; swapped is nil as long as nothing could be.
      def fill(number)
        printed = codes(number)
        prefix_size = printed.index { |code| code.between?(NOUGHT, NOUGHT + 9) } || printed.size
        kept = prefix_size == @prefix_size ? common(printed) : 0
        @prefix_size = prefix_size
        @printed = printed
        @rows = kept.zero? ? [[first_row, nil]] : @rows.first(kept + 1)
        (@rows.size..number.size).each { |place| @rows << row(place) }
      end

      def codes(text) = (0...text.size).map { |index| text[index].ord }

      def common(printed)
        most = [printed.size, @printed.size, @rows.size - 1].min
        (0...most).find { |index| printed[index] != @printed[index] } || most
      end

      def first_row
        row = [0.0]
        @reads.each_with_index { |read, index| row << (row.last + (read ? @too_many[index] : 0.0)) }
        row
      end

      def row(place)
        above, above_swapped = @rows[place - 1]
        zeros = zeros_from(place)
        plain = sums(place, begun(place, above, zeros), above, zeros&.first)
        [plain, swapped(place, above_swapped, zeros&.last)]
      end

      # Nothing is read yet: printed characters were left out, or the prefix was never written.
      def begun(place, above, zeros)
        ways = [above[0] + @weights[left_out(place)]]
        ways << @weights[:no_prefix] if place == @prefix_size && @prefix_size.positive?
        ways << (zeros[0][0] + @weights[:no_zeros]) if zeros
        ways.max
      end

      def sums(place, begun, above, zeros)
        printed = @printed[place - 1]
        left_out, no_zeros = @weights.values_at(left_out(place), :no_zeros)
        row = [begun]
        sum = begun
        @reads.each_with_index do |read, index|
          way = above[index + 1]
          unless read.nil?
            sum += @too_many[index]
            way += left_out
            sum = way if way > sum
            way = above[index] + read[printed]
          end
          sum = way if way > sum
          sum = zeros[index + 1] + no_zeros if zeros && zeros[index + 1] + no_zeros > sum
          row << sum
        end
        row
      end

      # The same after one swap; nil while none is possible.
      def swapped(place, above, zeros)
        swapped = @reads.each_index.select { |here| swap?(place, here) }
        return nil if above.nil? && swapped.empty?

        row =
          (
            if above
              sums(place, above[0] + @weights[left_out(place)], above, zeros)
            else
              Array.new(@reads.size + 1, NEVER)
            end
          )
        swapped.each do |here|
          row[here + 1] = [row[here + 1], @rows[place - 2][0][here - 1] + @weights[:swapped]].max
        end
        swapped.empty? ? row : carried(row, swapped.min + 1)
      end

      # What is read after the swap may be too many.
      def carried(row, from)
        (from...@reads.size).each do |index|
          row[index + 1] =
            [row[index + 1], row[index] + (@reads[index] ? @too_many[index] : 0.0)].max
        end
        row
      end

      # The rows where the digits begin, when all digits up to this place are noughts.
      def zeros_from(place)
        return nil if place <= @prefix_size || place == @printed.size

        @rows[@prefix_size] if (@prefix_size...place).all? { |index| @printed[index] == NOUGHT }
      end

      def swap?(place, read_index)
        return false if read_index.zero? || place < 2

        here, before = @codes[read_index], @codes[read_index - 1]
        here != before && here == @printed[place - 2] && before == @printed[place - 1]
      end

      # One of two that are the same is left out, or one is written twice, far more often than any
      # other.
      def left_out(place)
        place > 1 && @printed[place - 1] == @printed[place - 2] ? :halved : :left_out
      end

      def too_many(read_index)
        read_index.positive? && @text[read_index] == @text[read_index - 1] ? :doubled : :too_many
      end

      # Logs by the byte of the printed character.
      def logs_of(read)
        return Array.new(256, 0.0) if read == "?"

        twin = Number::TWINS[read]
        Array.new(256, @weights[:other]).tap do |logs|
          LOOK_ALIKES.each { |pair| logs[pair[1].ord] = @weights[:looks_alike] if pair[0] == read }
          Number::TWINS.each do |letter, digit|
            logs[letter.ord] = @weights[:same] if digit == read && letter.ord < 256
          end
          [read, twin].compact.each do |character|
            logs[character.ord] = @weights[:same] if character.ord < 256
          end
        end
      end

      # From the end back, each time by the step that its sum came from.
      def steps
        place, read_index = @printed.size, @reads.size
        layer = @rows[place][1] && @rows[place][1][read_index] > @rows[place][0][read_index] ? 1 : 0
        slips = []
        until place.zero? && read_index.zero?
          name, place, read_index, layer = step(place, read_index, layer)
          slips << slip_at(name, place, read_index) unless %i[same run].include?(name)
        end
        slips.reverse
      end

      # [name, place, at, layer] of the cell before.
      def step(place, read_index, layer)
        sum = @rows[place][layer][read_index]
        ways(place, read_index, layer).find do |_name, before, *_cell|
          before && (before - sum).abs < 1e-9
        end
          .then { |name, _sum, *cell| [name, *cell] }
      end

      def ways(place, read_index, layer)
        here = lambda do |back, taken, of = layer|
          @rows[place - back][of]&.at(read_index - taken) if place >= back && read_index >= taken
        end
        read = read_index.positive? ? @reads[read_index - 1] : nil
        run = read_index.positive? && read.nil?
        zeros = zeros_from(place) if place.positive?
        [
          [
            character(place, read_index),
            read && place.positive? && plus(here[1, 1], read[@printed[place - 1]]),
            place - 1,
            read_index - 1,
            layer
          ],
          [:run, run && here[0, 1], place, read_index - 1, layer],
          [:run, run && place.positive? && here[1, 0], place - 1, read_index, layer],
          [
            :swapped,
            layer == 1 && read_index > 1 && swap?(place,
              read_index - 1) && plus(here[2, 2, 0], @weights[:swapped]),
            place - 2,
            read_index - 2,
            0
          ],
          [
            :no_prefix,
            layer.zero? && read_index.zero? && place == @prefix_size && @weights[:no_prefix],
            0,
            0,
            0
          ],
          [
            :no_zeros,
            zeros && plus(zeros[layer]&.at(read_index), @weights[:no_zeros]),
            @prefix_size,
            read_index,
            layer
          ],
          [
            place.positive? && left_out(place),
            place.positive? && plus(here[1, 0], @weights[left_out(place)]),
            place - 1,
            read_index,
            layer
          ],
          [
            read_index.positive? && too_many(read_index - 1),
            read && plus(here[0, 1], @too_many[read_index - 1]),
            place,
            read_index - 1,
            layer
          ]
        ]
      end

      def plus(sum, log) = sum && (sum + log)

      def character(place, read_index)
        return nil unless place.positive? && read_index.positive?

        read, printed = @text[read_index - 1], @number[place - 1]
        return :unread if read == "?"
        if [read, Number::TWINS[read]].include?(printed) || Number::TWINS[printed] == read
          return :same
        end

        LOOK_ALIKES.include?(read + printed) ? :looks_alike : :other
      end

      # place, at: of the cell before the step
      def slip_at(name, place, read_index)
        case name
        when :swapped then [name, @text[read_index, 2], @number[place, 2]]
        when :no_prefix then [name, nil, @number[0, @prefix_size]]
        when :left_out, :halved then [name, nil, @number[place]]
        when :too_many, :doubled then [name, @text[read_index], nil]
        when :no_zeros then [name, nil, "0"]
        else [name, @text[read_index], @number[place]]
        end
      end
    end
  end
end
