# frozen_string_literal: true

module Api
  # Checks each request against the contract before a route sees it, the cheap questions first: is
  # there such an address, is somebody signed in where that is needed, how large is it, and only
  # then what it says. Puts the checked values into env["voucher.params"] and env["voucher.body"]
  # with Symbol keys.
  class Guard
    RAW_LIMIT_BYTES = 15 * 1024 * 1024
    # An honest body has no more values than this allows; looking at each costs more than sending
    # it.
    BYTES_PER_VALUE = 24
    TOO_LARGE = "This is larger than %<limit>s. Make it smaller and send it again."

    def initialize(app, contract)
      @app = app
      @contract = contract
    end

    def call(env)
      return @app.call(env) unless env["PATH_INFO"].start_with?("/api/", "/auth/")

      catch(:refused) do
        operation = find(env)
        env["voucher.for_keys"] = operation.for_keys?
        env["voucher.fresh"] = operation.fresh?
        env["voucher.role"] = operation.role
        env["voucher.heavy"] = operation.heavy
        env["voucher.open"] = operation.open?
        check_sign_in(env, operation)
        look_at(env, operation)
        env["voucher.contract"] = @contract
        @app.call(env)
      end
    end

    private

    def find(env)
      case operation = @contract.operation(env["REQUEST_METHOD"], env["PATH_INFO"])
      when :no_path
        refuse(404, :no_such_address, "There is nothing at #{env['PATH_INFO'][0, 100].scrub('?')}.")
      when :no_method
        refuse(405, :method_not_allowed, "#{env['REQUEST_METHOD']} is not possible here.")
      else operation
      end
    end

    # The cookie is sealed, so who has one with an account in it did sign in once; whether that
    # still holds is asked by the route.
    def check_sign_in(env, operation)
      return if operation.open? || env["rack.session"]["account_id"]

      refuse(401, :signed_out, Base::SIGNED_OUT) unless ReadingKey.sent(env)
      return if operation.for_keys?

      refuse(403, :not_for_keys,
        "A key reads what the contract marks with x-key, and nothing else.")
    end

    def look_at(env, operation)
      check_parameters(env, operation)
      check_body(env, operation)
    rescue Core::InvalidInput => e
      refuse(422, e.code, e.message, e.fields)
    end

    def check_parameters(env, operation)
      query = Rack::Utils.parse_query(env["QUERY_STRING"])
      # As the sign-in reads it, too: what it cannot is refused here.
      Rack::Utils.parse_nested_query(env["QUERY_STRING"])
      faults =
        query.values.grep(Array).any? ? { "query" => "Each parameter may be given once." } : {}
      refuse_text(query.merge(operation.path_params))
      headers = Hash.new { |_, name| env["HTTP_#{name.upcase.tr('-', '_')}"] }
      faults = @contract.parameter_faults(operation, query:, headers:) if faults.empty?
      refuse(422, :invalid_parameters, faults.values.join(" "), faults) unless faults.empty?
      env["voucher.params"] = symbols(query.merge(operation.path_params))
    rescue Rack::QueryParser::ParameterTypeError, Rack::QueryParser::InvalidParameterError,
      Rack::QueryParser::QueryLimitError, ArgumentError, EncodingError
      refuse(400, :unreadable_address, "The address holds characters that cannot be read.")
    end

    def check_body(env, operation)
      if operation.json_body?
        body = parse(read(env, operation.limit_bytes), operation)
        env["voucher.body"] = @contract.read_body(operation, symbols(body))
      elsif operation.raw_body?
        env["voucher.body"] = read(env, RAW_LIMIT_BYTES)
        if env["voucher.body"].empty?
          refuse(422, :empty_body, "The file is empty.", { "body" => "The file is empty." })
        end
      else
        refuse_body(env)
      end
    end

    # Nothing reads it, so nothing takes it in.
    def refuse_body(env)
      too_large(0) if env["CONTENT_LENGTH"].to_i > BYTES_PER_VALUE
      env["rack.input"] = StringIO.new("")
    end

    def read(env, limit)
      too_large(limit) if env["CONTENT_LENGTH"].to_i > limit
      input = env["rack.input"]
      # Ruby takes room for as much as it is told to read.
      most = [Integer(env["CONTENT_LENGTH"] || limit, exception: false) || limit, limit].min
      bytes = input ? input.read(most + 1).to_s : ""
      too_large(limit) if bytes.bytesize > limit
      # The sign-in middleware reads the body once more.
      env["rack.input"] = StringIO.new(bytes)
      bytes
    end

    def too_large(limit)
      size = limit >= 1_000_000 ? "#{limit / 1_000_000} MB" : "#{limit / 1000} kB"
      refuse(413, :too_large, format(TOO_LARGE, limit: size))
    end

    # Records of a batch are answered one by one, whatever is in them, so only its frame is looked
    # at.
    def parse(bytes, operation)
      text = bytes.dup.force_encoding(Encoding::UTF_8)
      unless text.valid_encoding?
        unless operation.record_by_record?
          refuse(400, :unreadable_text, "The request is not UTF-8 text.")
        end
        text = text.scrub("�")
      end
      checked(json(text, operation), operation)
    rescue JSON::ParserError
      refuse(400, :unreadable_json, "The request is not JSON.")
    end

    # Half of a surrogate pair makes the whole text unreadable to the parser; in a batch it is one
    # record's.
    def json(text, operation)
      JSON.parse(text, max_nesting: 20, allow_duplicate_key: true)
    rescue JSON::ParserError
      raise unless operation.record_by_record?

      JSON.parse(Text.without_half_pairs(text), max_nesting: 20, allow_duplicate_key: true)
    end

    def checked(body, operation)
      if Text.more_values?(body, operation.limit_bytes / BYTES_PER_VALUE)
        refuse(413, :too_many_values,
          "This contains too many values for one request. Send it in parts.")
      end
      refuse_text(body) unless operation.record_by_record?
      faults = @contract.body_faults(operation, body)
      refuse(422, :invalid_body, faults.values.join(" "), faults) unless faults.empty?
      body
    end

    def refuse_text(value)
      return if Text.storable?(value)

      refuse(
        422, :unreadable_text, "The text contains a character that cannot be saved. Type it again.",
        { "text" => "contains a character that cannot be saved" }
      )
    end

    def symbols(value)
      case value
      when Hash then value.to_h { |key, inner| [key.to_sym, symbols(inner)] }
      when Array then value.map { |inner| symbols(inner) }
      else value
      end
    end

    def refuse(status, code, message, fields = {})
      throw(:refused, Refusal.rack(status, code:, message:, fields:))
    end
  end
end
