# frozen_string_literal: true

require_relative "../support/test_helper"

# Beside what calculus says, from bounds near and far, with the least inside, on a bound, at a kink.
class BrentTest < Minitest::Test
  Brent = Core::Estimates::Brent

  def test_the_least_of_a_function
    {
      [->(x) { (x - 0.3)**2 }, 0.0, 1.0] => 0.3,
      [->(x) { Math.exp(x) - (2 * x) }, 0.0, 50.0] => Math.log(2),
      [->(x) { (x - 0.2).abs }, 0.0, 1.0] => 0.2,
      [->(x) { (-30 * Math.log(x)) - (9 * Math.log(1 - x)) }, 0.05, 0.999] => 30 / 39.0,
      [->(x) { x }, 2.0, 7.0] => 2.0,
      [lambda(&:-@), 2.0, 7.0] => 7.0,
      [->(_) { 1.0 }, 2.0, 2.0] => 2.0
    }.each do |(function, low, high), least|
      assert_in_delta least,
        Brent.least(low, high, &function), 1e-6
    end
  end

  def test_where_a_function_crosses_nought
    assert_in_delta Math.log(5), Brent.crossing(0.0, 10.0) { |x| Math.exp(x) - 5 }, 1e-7
    assert_in_delta 0.01, Brent.crossing(0.0, 10.0) { |x| (x**2) - 1e-4 }, 1e-7
    assert_in_delta 2.0, Brent.crossing(9.0, 0.0) { |x| 2 - x }, 1e-7, "from above as from below"
    assert_in_delta 3.0, Brent.crossing(0.0, 8.0) { |x| x < 3 ? -1.0 : 1e6 }, 1e-6, "a step"
  end

  def test_few_questions_are_asked
    asked = 0
    Brent.least(0.0, 10.0) { |x| (asked += 1) && ((x - Math::PI)**2) }
    Brent.crossing(0.0, 10.0) { |x| (asked += 1) && (Math.sin(x / 7) - 0.3) }

    assert_operator asked, :<, 40
  end
end
