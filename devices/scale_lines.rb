# frozen_string_literal: true

module Devices
  # The line protocol of a weighing scale, one reading a line:
  #   "gross=1834 tare=212 settled"    grams, whole; "moving" while it swings
  # The scale takes one command, "tare", and remembers what hangs on it.
  class ScaleLines
    LONGEST = 80
    FORM = /\Agross=(-?\d{1,6}) tare=(none|\d{1,6}) (settled|moving)\z/
    TARE = "tare\n"

    def initialize = @pending = +""

    # Returns [{ quantity: :weight, gross_g:, tare_g: Integer | nil, settled: }, ...]; what is not
    # such a line is passed over.
    def feed(bytes)
      @pending << bytes.b
      *lines, remainder = @pending.split(/\r?\n/, -1)
      @pending = +(remainder.to_s.bytesize > LONGEST ? "" : remainder.to_s)
      lines.filter_map { |line| read(line) }
    end

    private

    def read(line)
      gross, tare, state = line.match(FORM)&.captures
      gross &&
        {
          quantity: :weight,
          gross_g: gross.to_i,
          tare_g: tare == "none" ? nil : tare.to_i,
          settled: state == "settled"
        }
    end
  end
end
