# frozen_string_literal: true

module Api
  # What leaves as JSON: times in UTC to the millisecond, days as they are written, exact numbers as
  # any. A value of core has to say what of it goes out.
  module Answer
    TEXT = JSON::Coder.new do |value|
      case value
      when Time then value.getutc.iso8601(3)
      when Date, Symbol then value.to_s
      when Numeric then value.to_f
      else plain(value)
      end
    end

    def self.text(value) = TEXT.generate(value)

    # Lists and objects as the database gives them.
    def self.plain(value)
      return value.to_hash if value.respond_to?(:to_hash)
      return value.to_ary if value.respond_to?(:to_ary)

      raise TypeError, "#{value.class} is no JSON"
    end
  end
end
