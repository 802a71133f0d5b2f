# frozen_string_literal: true

module Acts
  # The cells of a list that somebody kept: a table with our columns in its first line, or points in
  # GeoJSON whose properties are called so.
  class ListCells
    MOST_ROWS = 500

    # columns: [name] that may be there;  needed: those that must. Returns [[line, { column =>
    # text }]]. Raises Core::InvalidInput.
    def self.read(bytes, columns:, needed:) = new(columns, needed).read(bytes)

    def initialize(columns, needed)
      @columns, @needed = columns, needed
    end

    def read(bytes)
      rows = bytes.lstrip.start_with?("{") ? points(bytes) : table(bytes)
      return rows if rows.size <= MOST_ROWS

      refuse(:too_many_rows, "More than #{MOST_ROWS} rows. Send them in parts.")
    end

    private

    def table(bytes)
      (_, heads), *rows = Formats::TableText.read(bytes).rows
      heads = heads.map { |head| head.to_s.strip.downcase.gsub(/[^a-z0-9]+/, "_") }
      check_heads(heads.reject(&:empty?))
      rows.map { |line, cells| [line, heads.zip(cells).to_h.except("")] }
    end

    def check_heads(heads)
      strange, missing = heads - @columns, @needed - heads
      return if strange.empty? && missing.empty?

      wrong = [
        ("this list has no column #{strange.join(', ')}" if strange.any?),
        ("#{missing.join(', ')} is missing" if missing.any?)
      ].compact.join("; ")
      refuse(:no_such_columns,
        "In the first line #{wrong}. The columns are #{@columns.join(', ')}.")
    end

    # Each point with what its properties say.
    def points(bytes)
      features = JSON.parse(bytes)["features"]
      refuse(:no_points, "This GeoJSON has no features.") unless features.is_a?(Array)

      features.each_with_index.map do |feature, index|
        lon, lat = point(feature, index)
        properties = feature["properties"].to_h.slice(*@columns).transform_values(&:to_s)
        [index + 1, properties.merge("lat_deg" => lat.to_s, "lon_deg" => lon.to_s)]
      end
    rescue JSON::ParserError
      refuse(:not_json,
        "This begins like GeoJSON but cannot be read: a bracket or a comma is wrong.")
    end

    def point(feature, index)
      geometry = feature.is_a?(Hash) ? feature["geometry"].to_h : {}
      return geometry["coordinates"] if geometry["type"] == "Point" &&
        geometry["coordinates"].is_a?(Array)

      refuse(:no_points, "Feature #{index + 1} is not a point.")
    end

    def refuse(code, sentence) = raise(Core::InvalidInput.at("file", code, sentence))
  end
end
