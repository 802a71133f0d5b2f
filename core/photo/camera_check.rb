# frozen_string_literal: true

module Core
  module Photo
    # Judges a cooperative's cameras by its own photos of tags and fish whose numbers and lengths it
    # knows: how many numbers were read, whether lengths come out too long or too short, and
    # how often the margin held the true length.
    module CameraCheck
      # With fewer the middle error has no 95 % interval: half of one in 2 to the power of six lies
      # outside.
      LEAST_LENGTHS = 6

      module_function

      # numbers: [{ printed:, seen: | nil, is_sure: }], seen as Tags::SeenNumber offers it
      # lengths: [{ true_mm:, measured_mm: | nil, sd_mm: | nil }], nil where no fish was found
      # Returns [sentence].
      def of(numbers:, lengths:)
        [*of_numbers(numbers), *of_lengths(lengths)]
      end

      def of_numbers(numbers)
        return [] if numbers.empty?

        right = numbers.count { |row| row[:seen] == row[:printed] }
        of = numbers.size
        sure = numbers.select { |row| row[:is_sure] }
        [
          Text.of("photo.camera_check.numbers", right:, of:, share: share(right, of)),
          (sure_words(sure) if sure.any?)
        ].compact
      end

      def sure_words(sure)
        wrong = sure.count { |row| !Tags::SeenNumber.agrees?(row[:seen], row[:printed]) }
        Text.of("photo.camera_check.sure", wrong:, of: sure.size, share: share(wrong, sure.size))
      end

      def of_lengths(lengths)
        return [] if lengths.empty?

        measured = lengths.select { |row| row[:measured_mm] }
        lost = lengths.size - measured.size
        [
          (Text.of("photo.camera_check.lost", lost:, of: lengths.size) if lost.positive?),
          *([off(measured), bias(measured), held(measured)] if measured.any?)
        ].compact
      end

      def off(measured)
        off = measured.map { |row| error(row).abs }.sort
        Text.of("photo.camera_check.off", off: percent(off[off.size / 2]), of: measured.size)
      end

      # Beyond chance only where the interval of the middle error leaves nought out.
      def bias(measured)
        few = measured.size < LEAST_LENGTHS
        return Text.of("photo.camera_check.few", least: LEAST_LENGTHS) if few

        errors = measured.map { |row| error(row) }.sort
        limits = errors.values_at(*Estimates::Rates.middle_ranks(errors.size))
        low, high = limits.map { |error| percent(error) }
        return Text.of("photo.camera_check.long", low:, high:) if limits.first.positive?
        return Text.of("photo.camera_check.short", low:, high:) if limits.last.negative?

        Text.of("photo.camera_check.no_bias", low:, high:)
      end

      def held(measured)
        held = measured.count do |row|
          (row[:measured_mm] - row[:true_mm]).abs <= Fish::Length::Z95 * row[:sd_mm]
        end
        Text.of("photo.camera_check.held", held:, of: measured.size,
          share: share(held, measured.size))
      end

      def error(row) = (row[:measured_mm] / row[:true_mm].to_f) - 1
      def share(count, of) = Answers::Words.percent_of(Estimates::Rates.wilson(count, of))
      def percent(error) = format("%.1f %%", 100 * error).tr("-", "−")
      private_class_method :of_numbers, :sure_words, :of_lengths, :off, :bias, :held, :error,
        :share, :percent
    end
  end
end
