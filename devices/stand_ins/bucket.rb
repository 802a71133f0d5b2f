# frozen_string_literal: true

require "digest"

module Devices
  module StandIns
    # Stands in for an object store: PUT, GET, HEAD and DELETE of /BUCKET/KEY as most of them speak
    # it, kept in memory. It believes whoever asks. A Rack application.
    class Bucket
      def initialize
        @objects = {}
        @lock = Mutex.new
      end

      def call(env)
        key = env["PATH_INFO"]
        @lock.synchronize do
          case env["REQUEST_METHOD"]
          when "PUT" then put(key, env)
          when "DELETE" then remove(key)
          when "GET", "HEAD" then get(key, env["REQUEST_METHOD"])
          else [405, {}, []]
          end
        end
      end

      private

      def remove(key)
        @objects.delete(key)
        [204, {}, []]
      end

      # A client may send a body in chunks that carry signatures; the sum that it names is of the
      # bytes alone.
      def put(key, env)
        bytes = plain(env["rack.input"].read, env["HTTP_CONTENT_ENCODING"].to_s)
        sum = env["HTTP_X_AMZ_CHECKSUM_SHA256"]
        if sum && sum != Digest::SHA256.base64digest(bytes)
          return 400, {}, ["<Error><Code>BadDigest</Code></Error>"]
        end

        @objects[key] = bytes
        [200, { "etag" => %("#{Digest::MD5.hexdigest(bytes)}") }, []]
      end

      def plain(body, encoding)
        return body unless encoding.include?("aws-chunked")

        bytes = +"".b
        until body.empty?
          head, body = body.split("\r\n", 2)
          size = head[/\A\h+/].to_i(16)
          break if size.zero?

          bytes << body.byteslice(0, size)
          body = body.byteslice((size + 2)..) || ""
        end
        bytes
      end

      def get(key, verb)
        bytes = @objects[key]
        missing =
          "<Error><Code>NoSuchKey</Code><Message>There is nothing of that name.</Message></Error>"
        if bytes.nil?
          return 404, { "content-type" => "application/xml" }, verb == "HEAD" ? [] : [missing]
        end

        [
          200,
          {
            "content-length" => bytes.bytesize.to_s,
            "etag" => %("#{Digest::MD5.hexdigest(bytes)}")
          },
          verb == "HEAD" ? [] : [bytes]
        ]
      end
    end
  end
end
