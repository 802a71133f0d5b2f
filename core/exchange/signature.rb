# frozen_string_literal: true

require "openssl"

module Core
  module Exchange
    # The signature of one request between two programmes: with the key that the receiver gave, over
    # what is asked for, when and with which body. An old one is refused, so that nobody can send a
    # request again that was seen on the way.
    #
    # Source: RFC 2104 (HMAC) with SHA-256.
    module Signature
      MOST_AGE_SECONDS = 900

      module_function

      # digest: of the key, which is all that the receiver keeps of it;  verb: "PUT";  path: String;
      # body: String;  at: seconds since 1970. Returns 64 hexadecimal digits.
      def of(digest:, verb:, path:, body:, at:)
        lines = [verb, path, at.to_i, OpenSSL::Digest::SHA256.hexdigest(body)]
        OpenSSL::HMAC.hexdigest("SHA256", digest, lines.join("\n"))
      end

      # now: seconds since 1970;  request: as .of takes it
      def valid?(signature, now:, **request)
        (now - request[:at].to_i).abs <= MOST_AGE_SECONDS &&
          OpenSSL.secure_compare(of(**request), signature.to_s)
      end
    end
  end
end
