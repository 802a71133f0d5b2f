# frozen_string_literal: true

require "base64"

module Api
  # Where a page of a list ended, as text for the address: [sort value, id].
  module Cursor
    module_function

    def write((value, id))
      Base64.urlsafe_encode64(
        JSON.generate([value.is_a?(Date) ? { on: value.iso8601 } : value, id]),
        padding: false
      )
    end

    UUID = /\A\h{8}-\h{4}-\h{4}-\h{4}-\h{12}\z/
    SERIALS = (-2_147_483_648..2_147_483_647)

    # kind: Date, String or Integer, as the list is sorted by: a page of one order is no page of
    #       another.
    # Raises Core::InvalidInput :bad_cursor; what comes back is safe to compare with in SQL.
    def read(text, kind)
      parse(text) do |value, id|
        value = Date.iso8601(value.fetch("on")) if value.is_a?(Hash)
        unless id.to_s.match?(UUID) && value.is_a?(kind) && Text.storable?(value)
          raise ArgumentError
        end
        raise ArgumentError if value.is_a?(Integer) && !SERIALS.cover?(value)
        if value.is_a?(Date) && !SentTimes::YEARS.cover?(value.year) && value != Store::Finds::LONG_AGO
          raise ArgumentError
        end

        [value, id]
      end
    end

    # The same of a list by time: [Time, Integer, Integer].
    def write_moment((time, place, id))
      Base64.urlsafe_encode64(JSON.generate([time.utc.iso8601(6), place, id]), padding: false)
    end

    def read_moment(text)
      parse(text) do |moment, place, id|
        raise ArgumentError unless [place, id].all?(Integer) && id.abs < 2**62

        [
          Time.iso8601(moment).tap do |time|
            raise ArgumentError unless SentTimes::YEARS.cover?(time.year)
          end,
          place,
          id
        ]
      end
    end

    def parse(text)
      decoded = Base64.urlsafe_decode64(text).force_encoding(Encoding::UTF_8)
      raise ArgumentError unless decoded.valid_encoding?

      yield(*Array(JSON.parse(decoded)))
    rescue ArgumentError, JSON::ParserError, KeyError, TypeError, NoMethodError
      raise Core::InvalidInput.at(
        "cursor", :bad_cursor,
        "This page of the list cannot be found. Start from the first page."
      )
    end
    private_class_method :parse
  end
end
