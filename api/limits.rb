# frozen_string_literal: true

require "rack/attack"

module Api
  # How often one address or account may ask. House limits; generous for people, tight for floods.
  module Limits
    # Counters of this process: several processes each count for themselves.
    class Counters
      def initialize
        @lock = Mutex.new
        @counts = {}
      end

      def increment(key, amount, expires_in:)
        @lock.synchronize do
          now = Time.now
          @counts.delete_if { |_, (_, until_at)| until_at < now } if @counts.size > 10_000
          count, until_at = @counts[key]
          count, until_at = 0, now + expires_in if until_at.nil? || until_at < now
          @counts[key] = [count + amount, until_at]
          count + amount
        end
      end

      def read(key) = @lock.synchronize { @counts[key]&.first }
      def write(key, value, expires_in: 60) = @lock.synchronize { @counts[key] = [value, Time.now + expires_in] }
      def delete(key) = @lock.synchronize { @counts.delete(key) }
      def delete_matched(pattern, _options = nil) = @lock.synchronize { @counts.delete_if { |key, _| key.match?(pattern) } }
    end

    RULES = {
      # name => [limit, seconds, what counts]
      "sign-in by address" => [20, 300, ->(r) { r.ip if r.path == "/auth/login" }],
      "new password by address" => [6, 3600, ->(r) { r.ip if r.path == "/auth/reset-password-request" }],
      "reports by address" => [20, 600, ->(r) { r.ip if r.put? && r.path.match?(%r{\A/api/reports/[^/]+(/amend)?\z}) }],
      "numbers by address" => [120, 60, ->(r) { r.ip if r.path.start_with?("/api/numbers/") }],
      "report photos by address" => [20, 600, ->(r) { r.ip if r.put? && r.path.match?(%r{\A/api/reports/[^/]+/photo\z}) }],
      "stories by address" => [240, 60, ->(r) { r.ip if r.path.start_with?("/api/stories/") }],
      "everything by address" => [1200, 60, ->(r) { r.ip if r.path.start_with?("/api/", "/auth/") }]
    }.freeze

    def self.set_up(enabled:)
      Rack::Attack.enabled = enabled
      Rack::Attack.cache.store = Counters.new
      Rack::Attack.clear_configuration
      RULES.each { |name, (limit, period, what)| Rack::Attack.throttle(name, limit:, period:) { |request| what.call(request) } }
      Rack::Attack.throttled_responder = lambda do |request|
        wait = request.env["rack.attack.match_data"][:period]
        Refusal.rack(429, code: :too_many, headers: { "retry-after" => wait.to_s },
                          message: "That was too often from this address. Nothing is lost; try again in #{(wait / 60.0).ceil} minutes.")
      end
    end
  end
end
