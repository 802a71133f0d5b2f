# frozen_string_literal: true

module Core
  # Whatever unit a person used, inside it is mm, g, m, s and degrees Celsius.
  #
  # Lengths and weights come back as Integers in the smallest useful unit, the
  # others as Floats. An unknown unit is refused, never guessed.
  #
  # Source: international yard and pound agreement (1959): 1 in = 25.4 mm,
  # 1 lb = 453.59237 g, 1 ft = 0.3048 m, exactly.
  module Units
    DAYS_PER_YEAR = 365.25
    MM = { "mm" => 1.0, "cm" => 10.0, "m" => 1000.0, "in" => 25.4, "ft" => 304.8 }.freeze
    GRAMS = { "g" => 1.0, "kg" => 1000.0, "oz" => 28.349523125, "lb" => 453.59237 }.freeze

    # How a person reads lengths: "metric" in centimetres, "imperial" in inches.
    SYSTEMS = { "metric" => ["cm", 10.0], "imperial" => ["in", 25.4] }.freeze

    MONTHS = %w[
      January February March April May June July August September October November December
    ].freeze

    module_function

    # "6 November 2026"
    def day_text(date) = "#{date.day} #{MONTHS[date.month - 1]} #{date.year}"

    # One decimal, halves away from zero; the same letters wherever core runs.
    def tenths(value)
      whole = (value.abs * 10).round
      "#{'-' if value.negative? && whole.positive?}#{whole.div(10)}.#{whole % 10}"
    end

    def length_text(length_mm, system)
      name, factor = SYSTEMS.fetch(system)
      "#{tenths(length_mm / factor)} #{name}"
    end

    # A difference, as fine as it is measured: "43 mm", "1.7 in".
    def growth_text(mm, system) = system == "imperial" ? length_text(mm, system) : "#{mm.round} mm"

    def temp_text(temp_c) = "#{tenths(temp_c)} °C"

    def length_mm(value, unit) = (number(value) * factor(MM, unit, "length")).round

    def weight_g(value, unit) = (number(value) * factor(GRAMS, unit, "weight")).round

    def depth_m(value, unit) = number(value) * factor(MM, unit, "depth") / 1000.0

    def temp_c(value, unit)
      case unit
      when "C" then number(value)
      when "F" then (number(value) - 32.0) / 1.8
      else raise InvalidInput.at("unit", :unknown_unit, "#{unit.inspect} is not a unit of " \
        "temperature. Use C or F.")
      end
    end

    def factor(table, unit, quantity)
      table.fetch(unit) do
        raise InvalidInput.at("unit", :unknown_unit,
          "#{unit.inspect} is not a unit of #{quantity}. Use one of " \
            "#{table.keys.join(', ')}.")
      end
    end

    def number(value)
      float = Float(value, exception: false)
      return float if float&.finite?

      raise InvalidInput.at("value", :not_a_number, "#{value.inspect} is not a number.")
    end
    private_class_method :factor, :number
  end
end
