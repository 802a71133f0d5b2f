# frozen_string_literal: true

require "base64"

module Api
  # Where a page of a list ended, as text for the address: [sort value, id].
  module Cursor
    module_function

    def write((value, id)) = Base64.urlsafe_encode64(JSON.generate([value.is_a?(Date) ? { on: value.iso8601 } : value, id]), padding: false)

    # Raises Core::InvalidInput :bad_cursor; what comes back is safe to compare with in SQL.
    def read(text)
      parse(text) do |value, id|
        value = Date.iso8601(value.fetch("on")) if value.is_a?(Hash)
        raise ArgumentError unless id.to_s.match?(/\A[0-9a-f-]{36}\z/) && [Date, String, Integer].any? { |kind| value.is_a?(kind) }

        [value, id]
      end
    end

    # The same of a list by time: [Time, Integer, Integer].
    def write_moment((at, place, id)) = Base64.urlsafe_encode64(JSON.generate([at.utc.iso8601(6), place, id]), padding: false)

    def read_moment(text)
      parse(text) do |at, place, id|
        raise ArgumentError unless [place, id].all?(Integer)

        [Time.iso8601(at), place, id]
      end
    end

    def parse(text)
      yield(*JSON.parse(Base64.urlsafe_decode64(text)))
    rescue ArgumentError, JSON::ParserError, KeyError, TypeError, NoMethodError
      raise Core::InvalidInput.at("cursor", :bad_cursor, "This page of the list cannot be found. Start from the first page.")
    end
    private_class_method :parse
  end
end
