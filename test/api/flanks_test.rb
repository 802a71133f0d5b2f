# frozen_string_literal: true

require_relative "../support/api_case"

# Pictures of perhaps one fish beside each other, for coordinators.
class FlanksApiTest < ApiCase
  OUTLINE = [[100, 300], [380, 180], [800, 270], [900, 300], [800, 330], [420, 420]].freeze

  # A tagged fish with a photo, and a finder's report of its number with another.
  def setup
    super
    sign_in
    @tagged = SecureRandom.uuid
    put_encounter(Seeds.encounter(Seeds.trip(db, @isolde), number: "MS000001"), id: @tagged)
    @own = photo(encounter_id: @tagged, member_id: @isolde.id)
    @report = SecureRandom.uuid
    put_report(Seeds.report, id: @report)
    @finders = photo(report_id: @report)
  end

  def photo(**owner)
    db[:photos].insert(
      id: SecureRandom.uuid, name: "a.jpg", media_type: "image/jpeg", bytes: 1,
      sha256: SecureRandom.hex(32), original_key: "o", shown_key: "s", thumb_key: "t",
      width_px: 1000, height_px: 600, shown_width_px: 1000, shown_height_px: 600, **owner
    )
  end

  def beside(number) = ask("/api/photos/#{@finders}/beside#{number && "?number=#{number}"}")

  def test_a_photo_stands_beside_those_of_the_fish_that_carries_a_number
    sign_in("hamish@marrow.example")
    shown = beside("ms000001")

    assert_equal ["MS000001", @finders], [shown["number"], shown["photo"]["id"]]
    assert_equal([[@own, "tagged"]], shown["others"].map { |other| other.values_at("id", "kind") })
    assert_equal [], beside(nil)["others"]
    assert_equal "no_such_fish", beside("MS000009")["code"]
  end

  def test_they_are_laid_over_each_other_and_marks_that_cross_are_refused_by_their_picture
    sign_in("hamish@marrow.example")
    mirrored = OUTLINE.map { |x, y| [1000 - x, y] }
    overlay = send_json(:post, "/api/flanks", { first: OUTLINE, second: mirrored })

    assert_equal %w[left right], overlay["sides"]
    overlay["first"].zip(overlay["second"]).each do |(x, y), there|
      assert_in_delta 1000 - x, there[0], 1e-6
      assert_in_delta y, there[1], 1e-6
    end
    crossed = OUTLINE.values_at(0, 2, 1, 3, 4, 5)
    refused = send_json(:post, "/api/flanks", { first: OUTLINE, second: crossed })

    assert_equal %w[second], refused["fields"].keys
  end

  def test_members_see_no_pictures_of_others
    assert_equal "coordinators_only", beside("MS000001")["code"]
    assert_equal "coordinators_only",
      send_json(:post, "/api/flanks", { first: OUTLINE, second: OUTLINE })["code"]
  end
end
