# frozen_string_literal: true

module Api
  # Rows of a list as somebody keeps it, a table or points on a map, each made into what the same
  # thing's form sends, and held against the contract like that.
  class ListRows
    # How a list's rows are to be: schema: of the contract;  blank: what an empty cell means
    Kind = Struct.new(:schema, :label, :blank, keyword_init: true)
    KINDS = {
      "members" => Kind.new(
        schema: "ListedMember", label: "name",
        blank: { "role" => "tagger", "active" => true, "trained" => [] }
      ),
      "species" => Kind.new(
        schema: "ListedSpecies", label: "common_name",
        blank: { "demo_values" => false, "hazards" => [], "nicknames" => [], "is_local" => true }
      ),
      "spots" => Kind.new(schema: "ListedSpot", label: "name", blank: { "retired" => false })
    }.freeze
    WORDS = { "yes" => true, "true" => true, "1" => true, "no" => false, "false" => false,
              "0" => false }.freeze

    def initialize(contract, kind)
      @contract = contract
      @kind = KINDS.fetch(kind)
      schema = contract.schema(@kind.schema)
      @columns = properties(schema)
      @required = required(schema)
    end

    def columns = @columns.keys

    # bytes: of a CSV in whatever encoding, or of GeoJSON. Returns [{ line:, label:, sent: Hash with
    # Symbols, faults: }]. Raises Core::InvalidInput when it is no such list at all.
    def read(bytes)
      needed = @required - @kind.blank.keys - nullable
      Acts::ListCells.read(bytes, columns:, needed:).map { |line, cells| row(line, cells) }
    end

    private

    def properties(schema)
      schema = @contract.resolve(schema)
      [*schema["allOf"]].map { |part| properties(part) }
        .reduce({}, :merge).merge(schema["properties"] || {})
    end

    def required(schema)
      schema = @contract.resolve(schema)
      [*schema["allOf"]].flat_map { |part| required(part) } + [*schema["required"]]
    end

    def nullable = @columns.select { |_, schema| Array(schema["type"]).include?("null") }.keys

    def row(line, cells)
      typed = @columns.to_h { |column, schema| [column, value(cells[column], column, schema)] }
      sent = nullable.to_h { |column| [column, nil] }.merge(typed.compact)
      faults = @contract.value_faults(@kind.schema, sent).map do |field, sentence|
        column = field.split(".").first
        { column:, value: cells[column].to_s, rule: sentence }
      end
      sent = timed(sent.transform_keys(&:to_sym), cells, faults)
      { line:, label: cells[@kind.label].to_s, count: 1, faults:, sent: }
    end

    def timed(sent, cells, faults)
      faults.empty? ? @contract.read_value(@kind.schema, sent) : sent
    rescue Core::InvalidInput => e
      column = e.fields.keys.first
      faults << { column:, value: cells[column].to_s, rule: e.message }
      sent
    end

    # What cannot be read as it should be stays text, which the contract refuses by name.
    def value(text, column, schema)
      text = text.to_s.strip
      return @kind.blank[column] if text.empty?

      case Array(schema["type"]).first
      when "integer" then text.match?(/\A-?\d{1,9}\z/) ? text.to_i : text
      when "number" then Float(text.tr(",", "."), exception: false) || text
      when "boolean" then WORDS.fetch(text.downcase, text)
      when "array" then text.split(/[;,]/).map(&:strip).reject(&:empty?)
      else text
      end
    end
  end
end
