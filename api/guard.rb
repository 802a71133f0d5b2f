# frozen_string_literal: true

module Api
  # Lets through to the routes only what the contract allows. Behind it
  # env["voucher.body"] and env["voucher.params"] hold checked values with Symbol keys.
  class Guard
    # A thousand encounters with their taps are about 1.5 MB.
    JSON_LIMIT_BYTES = 3_000_000
    RAW_LIMIT_BYTES = 15 * 1024 * 1024

    def initialize(app, contract)
      @app = app
      @contract = contract
    end

    def call(env)
      return @app.call(env) unless env["PATH_INFO"].start_with?("/api/", "/auth/")

      catch(:refused) do
        operation = find(env)
        check_parameters(env, operation)
        check_body(env, operation)
        @app.call(env)
      end
    end

    private

    def find(env)
      case found = @contract.operation(env["REQUEST_METHOD"], env["PATH_INFO"])
      when :no_path then refuse(404, :no_such_address, "There is nothing at #{env['PATH_INFO'][0, 100]}.")
      when :no_method then refuse(405, :method_not_allowed, "#{env['REQUEST_METHOD']} is not possible here.")
      else found
      end
    end

    def check_parameters(env, operation)
      query = Rack::Utils.parse_query(env["QUERY_STRING"])
      faults = query.values.grep(Array).any? ? { "query" => "Each parameter may be given once." } : {}
      refuse_text(query.merge(operation.path_params))
      headers = Hash.new { |_, name| env["HTTP_#{name.upcase.tr('-', '_')}"] }
      faults = @contract.parameter_faults(operation, query:, headers:) if faults.empty?
      refuse(422, :invalid_parameters, faults.values.join(" "), faults) unless faults.empty?
      env["voucher.params"] = symbols(query.merge(operation.path_params))
    rescue Rack::QueryParser::InvalidParameterError, ArgumentError, EncodingError
      refuse(400, :unreadable_address, "The address holds characters that cannot be read.")
    end

    def check_body(env, operation)
      if @contract.json_body?(operation)
        body = parse(read(env, JSON_LIMIT_BYTES))
        refuse_text(body)
        faults = @contract.body_faults(operation, body)
        refuse(422, :invalid_body, faults.values.join(" "), faults) unless faults.empty?
        env["voucher.body"] = symbols(body)
        env["voucher.contract"] = @contract
      elsif @contract.raw_body?(operation)
        env["voucher.body"] = read(env, RAW_LIMIT_BYTES)
        refuse(422, :empty_body, "The file is empty.", { "body" => "The file is empty." }) if env["voucher.body"].empty?
      end
    end

    def read(env, limit)
      refuse(413, :too_large, "This is larger than #{limit / 1_000_000} MB. Make it smaller and send it again.") if env["CONTENT_LENGTH"].to_i > limit
      input = env["rack.input"]
      # Ruby takes room for as much as it is told to read.
      most = [Integer(env["CONTENT_LENGTH"] || limit, exception: false) || limit, limit].min
      bytes = input ? input.read(most + 1).to_s : ""
      refuse(413, :too_large, "This is larger than #{limit / 1_000_000} MB. Make it smaller and send it again.") if bytes.bytesize > limit
      # The sign-in middleware reads the body once more.
      env["rack.input"] = StringIO.new(bytes)
      bytes
    end

    def parse(bytes)
      text = bytes.dup.force_encoding(Encoding::UTF_8)
      refuse(400, :unreadable_text, "The request is not UTF-8 text.") unless text.valid_encoding?
      JSON.parse(text, max_nesting: 20)
    rescue JSON::ParserError
      refuse(400, :unreadable_json, "The request is not JSON.")
    end

    # PostgreSQL stores no NUL, and half a surrogate pair is no text anywhere.
    def refuse_text(value)
      case value
      when Hash then value.each { |key, inner| refuse_text(key) || refuse_text(inner) }
      when Array then value.each { |inner| refuse_text(inner) }
      when String
        if !value.valid_encoding? || value.include?("\0")
          refuse(422, :unreadable_text, "The text holds a character that cannot be stored. Type it again.",
                 { "text" => "holds a character that cannot be stored" })
        end
      end
      nil
    end

    def symbols(value)
      case value
      when Hash then value.to_h { |key, inner| [key.to_sym, symbols(inner)] }
      when Array then value.map { |inner| symbols(inner) }
      else value
      end
    end

    def refuse(status, code, message, fields = {}) = throw(:refused, Refusal.rack(status, code:, message:, fields:))
  end
end
