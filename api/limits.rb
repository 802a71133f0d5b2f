# frozen_string_literal: true

require "ipaddr"
require "rack/attack"

module Api
  # How often one address may ask. House limits; generous for people, tight for floods.
  module Limits
    # name => [limit, seconds, what counts]
    RULES = {
      "sign-in by address" => [20, 300, ->(r) { address(r) if r.path == "/auth/login" }],
      "codes by address" => [30, 300, lambda { |r|
        address(r) if r.path.match?(%r{\A/auth/(otp|recovery)-auth\z})
      }],
      "passwords confirmed by address" => [10, 300, lambda { |r|
        address(r) if r.path.match?(%r{\A/api/me/(confirmation|forget)\z})
      }],
      "new password by address" => [6, 3600, lambda { |r|
        address(r) if r.path == "/auth/reset-password-request"
      }],
      "reports by address" => [20, 600, lambda { |r|
        address(r) if r.put? && r.path.match?(%r{\A/api/reports/[^/]+(/amend)?\z})
      }],
      "applications by address" => [10, 3600, lambda { |r|
        address(r) if r.put? && r.path.start_with?("/api/join/")
      }],
      "numbers by address" => [120, 60, lambda { |r|
        address(r) if r.path.start_with?("/api/numbers/")
      }],
      "report photos by address" => [20, 600, lambda { |r|
        address(r) if r.put? && r.path.match?(%r{\A/api/reports/[^/]+/photo\z})
      }],
      "stories by address" => [240, 60, lambda { |r|
        address(r) if r.path.start_with?("/api/stories/")
      }],
      "reading by key" => [120, 60, ->(r) { ReadingKey.fingerprint(r.env) }],
      Core::Text.of("api.limits.everything_by_address") => [1200, 60, lambda { |r|
        address(r) if r.path.start_with?("/api/", "/auth/")
      }]
    }.freeze

    module_function

    # counters: LimitCounters of this process, or Devices::SharedCounters between several
    def set_up(enabled:, counters: LimitCounters.new)
      Rack::Attack.enabled = enabled
      Rack::Attack.cache.store = counters
      Rack::Attack.clear_configuration
      RULES.each do |name, (limit, period, kind)|
        Rack::Attack.throttle(name, limit:, period:) { |request| kind.call(request) }
      end
      Rack::Attack.throttled_responder = lambda { |request|
        refusal(request.env["rack.attack.match_data"][:period])
      }
    end

    def address(request) = network(request.env.fetch(ClientAddress::ADDRESS))

    # Who has one address of version 6 has a whole network of them: 64 bits count as one.
    def network(text)
      parsed = IPAddr.new(text)
      parsed.ipv6? && !parsed.ipv4_mapped? ? parsed.mask(64).to_s : text
    rescue IPAddr::Error
      text
    end

    def refusal(wait)
      Refusal.rack(
        429,
        code: :too_many,
        headers: {
          "retry-after" => wait.to_s
        },
        message:
          Core::Text.of("api.limits.too_many_requests_from_this", ceil: (wait / 60.0).ceil)
      )
    end
    private_class_method :refusal
  end
end
