# frozen_string_literal: true

require "json"
require "securerandom"

# Requests made from the contract itself and then bent out of shape: for tests and for
# bench/fuzz.rb.
#
#   fuzz = Fuzz.new(Api::Contract.load.document, seed: 1)
#   fuzz.request -> { verb:, path:, body: String | nil, type:, headers: }
class Fuzz
  NASTY = [
    nil, true, false, 0, -1, 1, 0.5, -0.0,
    2**31,
    2**63,
    -(2**70),
    1e308,
    "",
    " ",
    "a",
    "\0",
    "\u{FFFF}",
    "‮",
    "é" * 300,
    "'",
    "\"",
    "; drop table fish; --",
    "%",
    "_",
    "{{ x }}",
    "<script>",
    "../../../../etc/passwd",
    "0000-00-00",
    "9999-12-31",
    "0000-01-01T00:00:00Z",
    "2026-02-30",
    "00:00:00Z",
    "MS000001",
    "MS00000?",
    "*",
    "[]",
    [],
    {},
    [[]],
    [nil],
    { "a" => {} },
    "seabass",
    "sea",
    "2026-06-15",
    "x" * 5000
  ].freeze
  # What JSON allows and Ruby's writer does not write.
  RAW = [
    "1e999",
    "-1e999",
    "\"\\ud800\"",
    "\"\\u0000\"",
    "1" * 400,
    "[[[[[[[[[[[[[[[[[[[[[[[[[]]]]]]]]]]]]]]]]]]]]]]]]]",
    "nul",
    "NaN",
    "{\"a\":1,\"a\":2}"
  ].freeze
  GARBAGE = [
    "", "{", "}", "null", "7",
    "\"x\"",
    "[]",
    "\xFF\xFE",
    "\0" * 50,
    "a=b&c=d",
    "<xml/>",
    "{" * 3000
  ].freeze
  FORMS = {
    "uuid" => -> { SecureRandom.uuid },
    "date" => -> { "2026-0#{rand(1..9)}-1#{rand(0..9)}" },
    "date-time" => -> { "2026-06-15T1#{rand(0..9)}:00:00Z" }
  }.freeze
  VERBS = %w[get put post patch delete].freeze

  def initialize(document, seed:, ids: {})
    @document = document
    @rng = Random.new(seed)
    @operations =
      document["paths"].flat_map do |path, item|
        item.slice(*VERBS).map { |verb, spec| [verb, path, spec] }
      end
    # { parameter or field name => [values that exist] }
    @ids = ids
  end

  def operations = @operations.size

  # index: of the operation, so that each gets its share
  def request(index = @rng.rand(@operations.size))
    verb, path, spec = @operations[index % @operations.size]
    { verb:, path: address(path, spec), headers: headers, **body(spec) }
  end

  private

  def chance(share) = @rng.rand < share
  def pick(list) = list[@rng.rand(list.size)]

  def address(path, spec)
    parameters = (spec["parameters"] || []).map do |entry|
      entry["$ref"] ? resolve(entry["$ref"]) : entry
    end
    filled =
      path.gsub(/\{(\w+)\}/) do
        escape(
          parameter(
            parameters.find { |entry| entry["name"] == Regexp.last_match(1) },
            Regexp.last_match(1)
          )
        )
      end
    asked =
      parameters
        .select { |entry| entry["in"] == "query" && chance(entry["required"] ? 0.95 : 0.5) }
        .map { |entry| "#{entry['name']}=#{escape(parameter(entry, entry['name']))}" }
    asked << "#{pick(%w[a before cursor limit])}=#{escape(pick(NASTY).to_s)}" if chance(0.1)
    asked << pick(["%", "%FF", "a=1&a=2", "a[]=1", "=", "&&&"]) if chance(0.03)
    asked.empty? ? filled : "#{filled}?#{asked.join('&')}"
  end

  def parameter(spec, name)
    return pick(NASTY).to_s if chance(0.12)
    return pick(@ids[name]) if @ids[name] && chance(0.8)

    example(spec ? spec["schema"] || {} : {}, name).to_s
  end

  def escape(text)
    text
      .to_s
      .dup
      .force_encoding("UTF-8")
      .scrub("?")
      .then do |clean|
        clean.empty? ? "%20" : clean.bytes.map { |byte| format("%%%02X", byte) }.join
      end
  end

  def headers
    return {} unless chance(0.05)

    pick(
      [
        { "X-Forwarded-For" => "1.2.3.4" },
        { "X-Report-Key" => "x" * 200 },
        { "Accept" => "text/plain" },
        { "If-None-Match" => "*" },
        { "Range" => "bytes=0-1" },
        { "Accept-Encoding" => "x" }
      ]
    )
  end

  def body(spec)
    content = spec.dig("requestBody", "content")
    return { body: chance(0.05) ? pick(GARBAGE) : nil, type: "application/json" } if content.nil?
    if content.key?("application/octet-stream")
      return (
        {
          body: pick(GARBAGE).b + SecureRandom.bytes(@rng.rand(200)),
          type: "application/octet-stream"
        }
      )
    end
    if chance(0.04)
      return (
        {
          body: pick(GARBAGE),
          type: pick(%w[application/json text/plain application/x-www-form-urlencoded])
        }
      )
    end

    value = bent(example(content.dig("application/json", "schema"), nil))
    { body: written(value), type: "application/json" }
  end

  # Now and then as JSON that no writer writes.
  def written(value)
    text = JSON.generate(value)
    chance(0.06) ? text.sub(/(?<=:)("[^"]*"|\d+|null|true|false)/) { pick(RAW) } : text
  end

  # A value of a schema, as a client that knows it would send it.
  def example(schema, name, depth = 0)
    schema = resolve(schema["$ref"]) while schema && schema["$ref"]
    return pick(NASTY) if schema.nil? || schema.empty? || depth > 8
    return pick(@ids[name]) if @ids[name] && chance(0.7)
    if schema["oneOf"] || schema["anyOf"] || schema["allOf"]
      return example(pick(schema["oneOf"] || schema["anyOf"] || schema["allOf"]), name, depth + 1)
    end
    return pick(schema["enum"]) if schema["enum"]
    return schema["const"] if schema.key?("const")

    kinds = Array(schema["type"] || "object")
    kind =
      kinds == ["null"] || (kinds.include?("null") && chance(0.3)) ? "null" : pick(kinds - ["null"])
    of_kind(kind, schema, depth)
  end

  def of_kind(kind, schema, depth)
    case kind
    when "object" then object(schema, depth)
    when "array"
      least = [schema["minItems"] || 0, 1].max
      most = (schema["maxItems"] || 3).clamp(least, [least, 3].max)
      Array.new(@rng.rand(least..most)) { example(schema["items"] || {}, nil, depth + 1) }
    when "integer" then number(schema).to_i
    when "number" then number(schema)
    when "boolean" then chance(0.5)
    when "string" then text(schema)
    end
  end

  def object(schema, depth)
    (schema["properties"] || {}).each_with_object({}) do |(key, inner), made|
      made[key] = example(inner, key, depth + 1) if (schema["required"] || []).include?(key) ||
        chance(0.6)
    end
  end

  def number(schema)
    low = schema["minimum"] || schema["exclusiveMinimum"] || -5
    high = schema["maximum"] || schema["exclusiveMaximum"] || (low + 1000)
    low + (@rng.rand * (high - low))
  end

  def text(schema)
    return FORMS[schema["format"]].call if FORMS.key?(schema["format"])
    return of_pattern(schema["pattern"]) if schema["pattern"]

    pick(
      [
        "MS000001", "seabass", "cutter_ledge", "a note", "boat",
        "x" * [schema["minLength"] || 1, 1].max
      ]
    )
  end

  def of_pattern(pattern)
    case pattern
    when /\\h|0-9a-f/ then pattern.include?("64") ? "a" * 64 : SecureRandom.uuid
    when /A-Z/ then pick(%w[MS AB x])
    when /0-9\]\{1/ then @rng.rand(500).to_s
    when /0-9/ then pick(["12:30", "04-01", "7", "abc_1"])
    else pick(%w[seabass cutter_ledge welcome])
    end
  end

  # One or two things in it are not as they should be; sometimes none.
  def bent(value)
    @rng.rand(0..2).times { value = bend(value) }
    value
  end

  def bend(value)
    case value
    when Hash then if value.empty? || chance(0.15)
                     bend_hash(value)
                   else
                     pick(value.keys).then do |key|
                       value.merge(key => bend(value[key]))
                     end
    end
    when Array then if value.empty? || chance(0.3)
                      value + [pick(NASTY)]
                    else
                      value.dup.tap do |list|
                        @rng.rand(list.size).then do |place|
                          list[place] = bend(list[place])
                        end
                      end
    end
    else pick(NASTY)
    end
  end

  def bend_hash(value)
    case @rng.rand(3)
    when 0 then value.empty? ? [] : value.except(pick(value.keys))
    when 1 then value.merge(pick(%w[a id __proto__ revision]) => pick(NASTY))
    else pick(NASTY)
    end
  end

  def resolve(ref)
    ref.delete_prefix("#/").split("/").reduce(@document) { |node, key| node.fetch(key) }
  end
end
