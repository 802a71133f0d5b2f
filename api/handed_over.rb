# frozen_string_literal: true

require "net/http"
require "socket"

module Api
  # A request handed to the process for long answers, over its socket, and the answer as it came.
  class HandedOver
    # No answer may take longer.
    SECONDS = 120
    # Of the answer, what belongs to the connection and not to the one who asked.
    OF_THE_CONNECTION = %w[connection keep-alive transfer-encoding content-length].freeze

    # Net::HTTP over a Unix socket.
    class OverSocket < Net::HTTP
      def self.at(socket_path)
        new("localhost").tap do |http|
          http.socket_path = socket_path
          http.read_timeout = SECONDS
          http.max_retries = 0
        end
      end

      attr_accessor :socket_path

      def connect
        @socket = Net::BufferedIO.new(UNIXSocket.new(socket_path), read_timeout:, write_timeout:)
        on_connect
      end
      private :connect
    end

    # Returns the Rack answer, nil where nobody listens at the socket.
    def self.call(env, path)
      request = Net::HTTPGenericRequest.new(
        env["REQUEST_METHOD"], env["rack.input"] && env["REQUEST_METHOD"] != "GET", true,
        [env["PATH_INFO"], env["QUERY_STRING"]].reject(&:empty?).join("?"), headers(env)
      )
      request.body = env["rack.input"].tap(&:rewind).read if request.request_body_permitted?
      answer = OverSocket.at(path).start { |http| http.request(request) }
      headers = answer.to_hash.except(*OF_THE_CONNECTION)
      headers = headers.transform_values { |values| values.join("\n") }
      [answer.code.to_i, headers, [answer.body.to_s]]
    rescue Errno::ENOENT, Errno::ECONNREFUSED
      nil
    end

    def self.headers(env)
      sent = env.select { |name, _| name.start_with?("HTTP_") }
        .to_h { |name, value| [name.delete_prefix("HTTP_").tr("_", "-"), value] }
      {
        **sent, "CONTENT-TYPE" => env["CONTENT_TYPE"], "ACCEPT-ENCODING" => "identity",
        "X-FORWARDED-FOR" => env.fetch(ClientAddress::ADDRESS),
        "X-FORWARDED-PROTO" => env["rack.url_scheme"],
        "X-REQUEST-ID" => env.fetch(ClientAddress::REQUEST_ID)
      }.compact
    end
    private_class_method :headers
  end
end
