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
        @reads = places.map { |at| text[at] == "*" ? nil : logs_of(text[at]) }
        @too_many = places.map { |at| @weights[too_many(at)] }
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

      def codes(text) = (0...text.size).map { |at| text[at].ord }

      def common(printed)
        most = [printed.size, @printed.size, @rows.size - 1].min
        (0...most).find { |at| printed[at] != @printed[at] } || most
      end

      def first_row
        row = [0.0]
        @reads.each_with_index { |read, at| row << (row.last + (read ? @too_many[at] : 0.0)) }
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
        @reads.each_with_index do |read, at|
          way = above[at + 1]
          unless read.nil?
            sum += @too_many[at]
            way += left_out
            sum = way if way > sum
            way = above[at] + read[printed]
          end
          sum = way if way > sum
          sum = zeros[at + 1] + no_zeros if zeros && zeros[at + 1] + no_zeros > sum
          row << sum
        end
        row
      end

      # The same after one swap; nil while none is possible.
      def swapped(place, above, zeros)
        at = @reads.each_index.select { |here| swap?(place, here) }
        return nil if above.nil? && at.empty?

        row =
          (
            if above
              sums(place, above[0] + @weights[left_out(place)], above, zeros)
            else
              Array.new(@reads.size + 1, NEVER)
            end
          )
        at.each do |here|
          row[here + 1] = [row[here + 1], @rows[place - 2][0][here - 1] + @weights[:swapped]].max
        end
        at.empty? ? row : carried(row, at.min + 1)
      end

      # What is read after the swap may be too many.
      def carried(row, from)
        (from...@reads.size).each do |at|
          row[at + 1] = [row[at + 1], row[at] + (@reads[at] ? @too_many[at] : 0.0)].max
        end
        row
      end

      # The rows where the digits begin, when all digits up to this place are noughts.
      def zeros_from(place)
        return nil if place <= @prefix_size || place == @printed.size

        @rows[@prefix_size] if (@prefix_size...place).all? { |at| @printed[at] == NOUGHT }
      end

      def swap?(place, at)
        return false if at.zero? || place < 2

        here, before = @codes[at], @codes[at - 1]
        here != before && here == @printed[place - 2] && before == @printed[place - 1]
      end

      # One of two that are the same is left out, or one is written twice, far more often than any
      # other.
      def left_out(place)
        place > 1 && @printed[place - 1] == @printed[place - 2] ? :halved : :left_out
      end

      def too_many(at) = at.positive? && @text[at] == @text[at - 1] ? :doubled : :too_many

      # Logs by the byte of the printed character.
      def logs_of(read)
        return Array.new(256, 0.0) if read == "?"

        twin = Number::TWINS[read]
        Array.new(256, @weights[:other]).tap do |logs|
          LOOK_ALIKES.each { |pair| logs[pair[1].ord] = @weights[:looks_alike] if pair[0] == read }
          Number::TWINS.each do |letter, digit|
            logs[letter.ord] = @weights[:same] if digit == read && letter.ord < 256
          end
          [read, twin].compact.each { |one| logs[one.ord] = @weights[:same] if one.ord < 256 }
        end
      end

      # From the end back, each time by the step that its sum came from.
      def steps
        place, at = @printed.size, @reads.size
        layer = @rows[place][1] && @rows[place][1][at] > @rows[place][0][at] ? 1 : 0
        found = []
        until place.zero? && at.zero?
          name, place, at, layer = step(place, at, layer)
          found << told(name, place, at) unless %i[same run].include?(name)
        end
        found.reverse
      end

      # [name, place, at, layer] of the cell before.
      def step(place, at, layer)
        sum = @rows[place][layer][at]
        ways(place, at, layer).find { |_name, before, *_cell| before && (before - sum).abs < 1e-9 }
          .then { |name, _sum, *cell| [name, *cell] }
      end

      def ways(place, at, layer)
        here = lambda do |back, taken, of = layer|
          @rows[place - back][of]&.at(at - taken) if place >= back && at >= taken
        end
        read = at.positive? ? @reads[at - 1] : nil
        run = at.positive? && read.nil?
        zeros = zeros_from(place) if place.positive?
        [
          [
            character(place, at),
            read && place.positive? && plus(here[1, 1], read[@printed[place - 1]]),
            place - 1,
            at - 1,
            layer
          ],
          [:run, run && here[0, 1], place, at - 1, layer],
          [:run, run && place.positive? && here[1, 0], place - 1, at, layer],
          [
            :swapped,
            layer == 1 && at > 1 && swap?(place, at - 1) && plus(here[2, 2, 0], @weights[:swapped]),
            place - 2,
            at - 2,
            0
          ],
          [
            :no_prefix,
            layer.zero? && at.zero? && place == @prefix_size && @weights[:no_prefix],
            0,
            0,
            0
          ],
          [
            :no_zeros,
            zeros && plus(zeros[layer]&.at(at), @weights[:no_zeros]),
            @prefix_size,
            at,
            layer
          ],
          [
            place.positive? && left_out(place),
            place.positive? && plus(here[1, 0], @weights[left_out(place)]),
            place - 1,
            at,
            layer
          ],
          [
            at.positive? && too_many(at - 1),
            read && plus(here[0, 1], @too_many[at - 1]),
            place,
            at - 1,
            layer
          ]
        ]
      end

      def plus(sum, log) = sum && (sum + log)

      def character(place, at)
        return nil unless place.positive? && at.positive?

        read, printed = @text[at - 1], @number[place - 1]
        return :unread if read == "?"
        if [read, Number::TWINS[read]].include?(printed) || Number::TWINS[printed] == read
          return :same
        end

        LOOK_ALIKES.include?(read + printed) ? :looks_alike : :other
      end

      # place, at: of the cell before the step
      def told(name, place, at)
        case name
        when :swapped then [name, @text[at, 2], @number[place, 2]]
        when :no_prefix then [name, nil, @number[0, @prefix_size]]
        when :left_out, :halved then [name, nil, @number[place]]
        when :too_many, :doubled then [name, @text[at], nil]
        when :no_zeros then [name, nil, "0"]
        else [name, @text[at], @number[place]]
        end
      end
    end
  end
end
