# frozen_string_literal: true

require "json_schemer"
require "rack/utils"
require "yaml"

module Api
  # openapi/voucher.yaml as running code: finds the operation of a request, and says what is wrong
  # with its parameters and body, field by field.
  class Contract
    FILE = File.expand_path("../openapi/voucher.yaml", __dir__)
    METHODS = %w[get put post patch delete].freeze
    # Who has no account sends little.
    LIMIT_BYTES = 64_000
    OPEN_LIMIT_BYTES = 32_000
    # More than so many faults help nobody.
    MOST_FAULTS = 20

    # One operation of the contract as a request meets it.
    Operation = Struct.new(:id, :pointer, :spec, :parameters, :path_params, keyword_init: true) do
      # Whether somebody without an account may ask.
      def open? = spec["security"] == []
      def json_body? = !spec.dig("requestBody", "content", "application/json").nil?
      def raw_body? = !spec.dig("requestBody", "content", "application/octet-stream").nil?
      # Whether a program may ask with a key.
      def for_keys? = spec["x-key"] == true
      # Who may ask at all: "coordinator", or nil for every member.
      def role = spec["x-role"]
      # Whether the password has to be given again when that was some minutes ago.
      def fresh? = spec["x-fresh"] == true
      # Whether it takes long, so that few at a time are worked out: true, false, or "unreadable"
      # where that hangs on a number that could not be read whole.
      def heavy = spec["x-heavy"] || false
      # Whether each record in it is answered by itself.
      def record_by_record? = spec["x-record-by-record"] == true
      def limit_bytes = spec["x-limit-kb"]&.*(1000) || (open? ? OPEN_LIMIT_BYTES : LIMIT_BYTES)
    end

    def self.load = new(YAML.safe_load_file(FILE, aliases: true))

    attr_reader :document

    # The same as it is served.
    def as_json = @as_json ||= JSON.generate(document).freeze

    def initialize(document)
      @document = document
      # As JavaScript reads patterns: a line's end is not the text's end.
      @openapi = JSONSchemer.openapi(document, regexp_resolver: "ecma")
      @times = SentTimes.new(method(:resolve))
      # A path spelled out goes before one with a gap in its place: /encounters/batch before
      # /encounters/{id}.
      @paths =
        document
          .fetch("paths")
          .sort_by { |template, _| template.count("{") }
          .map { |template, item| [path_pattern(template), template, item] }
      @schemas = {}
      @lock = Mutex.new
    end

    # What a program may ask with a key, for reading: [{ method:, path:, summary:, parameters: [{
    # name:, required:, says: }] }]
    def for_programs
      document.fetch("paths").flat_map do |path, item|
        item.slice(*METHODS).select { |_, spec| spec["x-key"] }.map do |method, spec|
          asked = [*item["parameters"], *spec["parameters"]]
          { method: method.upcase, path:, summary: spec["summary"],
            parameters: asked.map { |parameter| described(parameter) } }
        end
      end
    end

    # The Operation, :no_path or :no_method.
    def operation(method, path)
      pattern, template, item = @paths.find { |candidate, _, _| candidate.match?(path) }
      return :no_path if pattern.nil?

      spec = item[method.downcase]
      return :no_method if spec.nil?

      Operation.new(
        id: spec["operationId"],
        spec:,
        # What a path says of all its methods, and what this one adds.
        parameters: [*item["parameters"], *spec["parameters"]],
        pointer: "#/paths/#{escape(template)}/#{method.downcase}",
        path_params:
          pattern
            .match(path)
            .named_captures
            .transform_values do |text|
              Rack::Utils.unescape_path(text).force_encoding(Encoding::UTF_8)
            end
      )
    end

    # { "field" => sentence } for everything wrong with the parameters; makes numbers, days and
    # moments of them in place. Raises Core::InvalidInput as SentTimes does.
    def parameter_faults(operation, query:, headers:)
      operation.parameters.each_with_object({}) do |expected_parameter, faults|
        parameter = resolve(expected_parameter)
        name = parameter["name"]
        source = { "path" => operation.path_params, "query" => query, "header" => headers }.fetch(
          parameter["in"]
        )
        if source[name].nil?
          faults[name] = "“#{name}” is missing." if parameter["required"]
          next
        end
        source[name] = source[name].to_i if parameter.dig("schema", "type") == "integer" &&
          source[name].to_s.match?(/\A-?\d{1,9}\z/)
        fault = parameter_schema(parameter["schema"]).validate(source[name]).first
        if fault
          faults[name] = Sentences.for(fault, name)
        else
          source[name] = @times.read(parameter["schema"], source[name], name)
        end
      end
    end

    # { "field.inner" => sentence } for everything wrong with a parsed JSON body.
    def body_faults(operation, body)
      faults_of(
        reference("#{operation.pointer}/requestBody/content/application~1json/schema"),
        body
      )
    end

    # A body without faults, its keys as Symbols, with Date and Time where it tells of them.
    # Raises Core::InvalidInput as SentTimes does.
    def read_body(operation, body)
      schema = operation.spec.dig("requestBody", "content", "application/json", "schema")
      @times.read(schema, body)
    end

    # The same of one of the contract's named schemas.
    def read_value(schema_name, value)
      @times.read(schema(schema_name), value)
    end

    # One of the contract's named schemas.
    def schema(name) = document.dig("components", "schemas", name)

    # A node of the contract, or what it refers to.
    def resolve(node)
      node.key?("$ref") ? document.dig(*node["$ref"].delete_prefix("#/").split("/")) : node
    end

    # The same for a value that should be one of the contract's named schemas.
    def value_faults(schema_name, value)
      faults_of(reference("#/components/schemas/#{schema_name}"), value)
    end

    # Sentences about a response that breaks the contract; for tests.
    def response_faults(operation, status:, content_type:, body:)
      key =
        [status.to_s, "default"].find { |candidate| operation.spec["responses"].key?(candidate) }
      return ["#{operation.id} has no response #{status}"] if key.nil?

      response = operation.spec["responses"][key]
      pointer = response["$ref"] || "#{operation.pointer}/responses/#{key}"
      response = resolve(response)
      type = content_type.to_s.split(";").first
      return ["#{operation.id} #{status} answers #{type}"] unless response["content"].key?(type)
      return [] unless type == "application/json"

      reference("#{pointer}/content/application~1json/schema")
        .validate(JSON.parse(body))
        .map { |error| "#{operation.id}: #{error['error']}" }
    end

    private

    def described(parameter)
      schema = parameter["schema"]
      kinds = schema["enum"]&.join(", ") || schema["format"] || schema["type"] || "see the contract"
      { name: parameter["name"], required: parameter["required"] == true,
        says: [parameter["description"], kinds].compact.join("; ") }
    end

    # Whether anything is wrong is asked first: that ends at the first fault.
    def faults_of(schema, value)
      return {} if schema.valid?(value)

      faults = {}
      schema.validate(value).each do |error|
        Sentences.each(error) { |field, sentence| faults[field] ||= sentence }
        break if faults.size >= MOST_FAULTS
      end
      faults.first(MOST_FAULTS).to_h
    end

    def path_pattern(template) = /\A#{template.gsub('.', '\.').gsub(/\{(\w+)\}/, '(?<\1>[^/]+)')}\z/

    def escape(path) = path.gsub("~", "~0").gsub("/", "~1")

    # Spelled out beside its parameter, or named.
    def parameter_schema(schema)
      if schema.key?("$ref")
        reference(schema["$ref"])
      else
        @lock.synchronize { @schemas[schema] ||= JSONSchemer.schema(schema) }
      end
    end

    # Schemas are compiled on first use, and shared by all threads.
    def reference(pointer)
      @lock.synchronize do
        @schemas[pointer] ||= @openapi.ref(pointer.gsub("{", "%7B").gsub("}", "%7D"))
      end
    end
  end
end
