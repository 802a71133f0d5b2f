# frozen_string_literal: true

module Api
  # A program's key: Authorization: Bearer vk_...
  module ReadingKey
    HEADER = "HTTP_AUTHORIZATION"

    # What the key is counted by, so that it lies in no counter itself.
    def self.fingerprint(env) = sent(env)&.then { |key| Digest::SHA256.hexdigest(key) }

    # The key that a request brings, or nil.
    def self.sent(env) = env[HEADER].to_s[/\ABearer (#{Acts::KeepReadingKeys::FORM})\z/o, 1]
  end
end
