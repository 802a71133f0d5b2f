# frozen_string_literal: true

require_relative "../support/test_helper"

# Values are frozen, tell what they have, and refuse what they have not.
class ValueTest < Minitest::Test
  MEMBER = Core::People::Member.new(id: 7, name: "Isolde Brannock", role: "tagger")

  def test_another_one_is_made_and_the_first_stays
    other = MEMBER.with(role: "coordinator")

    assert_equal [false, true], [MEMBER, other].map(&:coordinator?)
    assert_predicate other, :frozen?
    assert_raises(FrozenError) { MEMBER.name = "somebody else" }
    assert_equal MEMBER, Core::People::Member.new(**MEMBER.to_h)
  end

  def test_a_field_that_it_has_not_is_refused
    assert_raises(ArgumentError) { Core::People::Member.new(nmae: "Isolde") }
    assert_nil MEMBER.permit_number
    assert_equal({ name: "Isolde Brannock" }, MEMBER.slice(:name))
  end

  def test_who_may_do_what
    assert_predicate MEMBER.with(role: "reader"), :reader?
    refute_predicate MEMBER.with(trained: ["tagging"]), :trained_to_vent?
    assert_predicate MEMBER.with(trained: ["venting"]), :trained_to_vent?
    refute_predicate MEMBER, :trained_to_tag?, "nothing is known of it"
  end

  def test_a_trip_is_ones_own_by_its_member_alone
    trip = Core::Trips::Trip.new(member_id: 7, state: "ready", plan: { hook: "circle" })

    assert trip.of?(MEMBER)
    refute trip.of?(MEMBER.with(id: 8))
    refute_predicate trip, :submitted?
    assert_predicate trip.with(state: "submitted"), :submitted?
    assert_equal ["circle", nil, nil],
      [trip.planned(:hook), trip.planned(:bait), trip.with(plan: nil).planned(:hook)]
  end
end
