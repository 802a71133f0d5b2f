# frozen_string_literal: true

module Devices
  # Reads NMEA 0183 from a stream of bytes: position, depth and water temperature. Sentences may
  # arrive in pieces, garbled, from foreign talkers or of foreign kinds; only what has a right
  # checksum counts, and everything else is passed over.
  #
  #   reader = Nmea.new
  #   reader.feed(bytes) -> [{ quantity: :position, lat_deg:, lon_deg: } | { quantity: :depth,
  #   depth_m: } | { quantity: :water_temp, water_temp_c: }, ...]
  #
  # Source: IEC 61162-1 sentence forms of GGA, RMC, DPT, DBT and MTW.
  class Nmea
    # The standard allows 82 characters; noise without a line end must not grow for ever.
    LONGEST = 120
    FORM = /\A[$!]([A-Z]{2})([A-Z]{3}),([^*]*)\*([0-9A-Fa-f]{2})\z/

    def self.checksum(text) = format("%02X", text.bytes.reduce(0) { |sum, byte| sum ^ byte })

    def initialize = @pending = +""

    def feed(bytes)
      @pending << bytes.b
      *lines, remainder = @pending.split(/\r?\n|\r/, -1)
      @pending = +(remainder.to_s.bytesize > LONGEST ? "" : remainder.to_s)
      lines.filter_map { |line| read(line) }
    end

    private

    # A broken line may be followed by a whole one without a line end between them: the last start
    # counts.
    def read(line)
      text = line[/[$!][^$!]*\z/]
      return nil if text.nil? || text.bytesize > LONGEST

      _, kind, fields, sum = text.match(FORM)&.captures
      return nil unless sum && sum.upcase == self.class.checksum(text[1...text.rindex("*")])

      values = fields.split(",", -1)
      case kind
      when "GGA" then position(values[1..4]) if values[5].to_i.positive?
      when "RMC" then position(values[2..5]) if values[1] == "A"
      when "DPT" then depth(number(values[0]), number(values[1]) || 0)
      when "DBT" then depth(metres(values), 0)
      when "MTW" then temperature(number(values[0]), values[1])
      end
    end

    def position(values)
      lat, north, lon, east = values
      lat_deg = degrees(lat, 2)
      lon_deg = degrees(lon, 3)
      unless lat_deg && lon_deg && %w[N S].include?(north) && %w[E W].include?(east) &&
          lat_deg <= 90 && lon_deg <= 180
        return nil
      end

      {
        quantity: :position,
        lat_deg: north == "S" ? -lat_deg : lat_deg,
        lon_deg: east == "W" ? -lon_deg : lon_deg
      }
    end

    # "4836.6000" is 48 degrees and 36.6 minutes.
    def degrees(text, digits)
      whole, minutes = text.to_s.match(/\A(\d{#{digits}})(\d{2}(?:\.\d+)?)\z/)&.captures
      minutes && minutes.to_f < 60 ? (whole.to_i + (minutes.to_f / 60)).round(7) : nil
    end

    # A positive offset is the way from the transducer up to the surface; a negative one, down to
    # the keel, says nothing about the fish.
    def depth(below_m, offset_m)
      return unless below_m && below_m >= 0

      { quantity: :depth, depth_m: (below_m + [offset_m, 0].max).round(1) }
    end

    # Depth below the transducer is sent in feet, metres and fathoms; any of them will do.
    def metres(values)
      number(values[2]) || number(values[0])&.*(0.3048) || number(values[4])&.*(1.8288)
    end

    def temperature(value, unit)
      return unless value && unit == "C" && value.between?(-2, 40)

      { quantity: :water_temp, water_temp_c: value.round(1) }
    end

    def number(text) = Float(text, exception: false)
  end
end
