# frozen_string_literal: true

require "csv"

# Rows of the design's fixtures, and what is near to an expected value.
module EstimateRows
  def rows(name)
    CSV
      .read(
        File.join(ROOT, "test/fixtures/estimates/#{name}.csv"),
        headers: true,
        converters: :numeric
      )
      .map { |row| row.to_h.transform_keys(&:to_sym) }
  end

  def near(expected, result, relative) = assert_in_delta(expected, result, expected.abs * relative)
end
