# frozen_string_literal: true

module Api
  # A program's key: Authorization: Bearer vk_...
  module ReadingKey
    HEADER = "HTTP_AUTHORIZATION"

    # The key that a request brings, or nil.
    def self.sent(env) = env[HEADER].to_s[/\ABearer (vk_[A-Za-z0-9_-]{20,64})\z/, 1]
  end
end
