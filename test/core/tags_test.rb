# frozen_string_literal: true

require "pbt"
require_relative "../support/test_helper"

class TagNumberTest < Minitest::Test
  SERIES = Core::Tags::Series.new(prefix: "MS", digits: 6, first_serial: 1, last_serial: 8000)

  def test_what_people_type_becomes_what_is_printed
    ["MS004217", " ms 004217 ", "Ms-004-217", "ＭＳ００４２１７", "ms.004217\u00a0"].each do |typed|
      assert_equal "MS004217", Core::Tags::Number.normalise(typed)
    end
  end

  def test_a_series_knows_its_own_numbers_and_no_others
    assert_equal 4217, SERIES.serial("ms004217")
    %w[MS04217 MS0004217 MT004217 MS008001 MS000000 004217 MS].each do |foreign|
      assert_nil SERIES.serial(foreign), foreign
    end
  end

  def test_every_number_of_a_series_reads_back_to_its_serial
    Pbt.assert do
      Pbt.property(Pbt.integer(min: 1, max: 8000)) do |serial|
        raise "lost #{serial}" unless SERIES.serial(SERIES.number(serial)) == serial
      end
    end
  end

  def test_refuses_a_series_that_cannot_be_printed
    [
      { prefix: "ms" },
      { digits: 0 },
      { last_serial: 0 },
      { last_serial: 1_000_000 },
      { prefix: "ABCDE" }
    ].each do |change|
      refused =
        assert_raises(Core::InvalidInput, change.inspect) do
          Core::Tags::Series.new(
            prefix: "MS",
            digits: 6,
            first_serial: 1,
            last_serial: 8000,
            **change
          )
        end

      assert_equal :bad_series, refused.code
    end
  end
end
