# frozen_string_literal: true

# As much of Minitest as the tests of the compiled files use, to be compiled with them.
module Minitest
  class Assertion < StandardError; end

  # Runs every test of every class, and says what came of it.
  class Test
    @classes = []
    class << self
      attr_reader :classes

      def inherited(other) = Test.classes << other
    end

    def self.run_all
      Test.classes.flat_map do |test|
        test
          .instance_methods
          .select { |name| name.start_with?("test_") }
          .map { |name| run_one(test, name) }
      end
    end

    def self.run_one(test, name)
      test.new.send(name)
      { name: "#{test}##{name}", failure: nil }
    rescue StandardError => e
      { name: "#{test}##{name}", failure: "#{e.class}: #{e.message}" }
    end

    def assert(condition, message = "expected something true")
      condition || raise(Assertion, message)
    end

    def refute(condition, message = "expected something false") = assert(!condition, message)

    def assert_equal(expected, actual, message = nil)
      assert(expected == actual, "#{message} #{expected.inspect} is not #{actual.inspect}")
    end

    def assert_nil(actual, message = nil)
      assert(actual.nil?, "#{message} #{actual.inspect} is not nil")
    end

    def refute_nil(actual, message = nil) = assert(!actual.nil?, "#{message} is nil")

    def assert_in_delta(expected, actual, delta = 0.001)
      assert((expected - actual).abs <= delta, "#{actual} is not #{expected} ± #{delta}")
    end

    def assert_operator(left, operator, other, message = nil)
      assert(
        left.send(operator, other),
        "#{message} #{left.inspect} #{operator} #{other.inspect} does not hold"
      )
    end

    def assert_includes(all, element, message = nil)
      assert(all.include?(element), "#{message} #{all.inspect} has no #{element.inspect}")
    end

    def refute_includes(all, element, message = nil)
      assert(!all.include?(element), "#{message} #{all.inspect} has #{element.inspect}")
    end

    def assert_match(pattern, text)
      assert(pattern.match?(text.to_s), "#{text.inspect} does not match #{pattern.inspect}")
    end

    def refute_match(pattern, text)
      assert(!pattern.match?(text.to_s), "#{text.inspect} matches #{pattern.inspect}")
    end

    def assert_empty(all) = assert(all.empty?, "#{all.inspect} is not empty")

    def assert_raises(expected, message = nil)
      yield
    rescue expected => e
      e
    else
      raise Assertion, "#{message} nothing was raised"
    end
  end
end
