# frozen_string_literal: true

require_relative "../support/api_case"

# A meet of twelve members in four boats. Three phones have no signal for an hour; in the middle of
# it the meet is closed for heat.
class MeetTest < ApiCase
  BOATS = %w[Gannet Tern Skua Petrel].freeze
  FISH_EACH = 4
  OFFLINE = 3

  def setup
    super
    @members = Array.new(12) do |index|
      member = Seeds.member(db, "Angler #{index}", email: "angler#{index}@marrow.example",
        password: PASSWORD)
      Seeds.pouch(db, member, count: FISH_EACH, first: 1001 + (index * FISH_EACH))
      member
    end
    sign_in("hamish@marrow.example")
    plan = ask("/api/ready?on=#{Date.today}")["plan"]
    @id = SecureRandom.uuid
    send_json(:put, "/api/meets/#{@id}", {
      name: "Autumn meet", held_on: Date.today.iso8601, plan:, is_open: false, note: nil,
      crews: @members.each_with_index.map do |member, index|
        { member_id: member[:id], crew: BOATS[index % BOATS.size] }
      end
    })
  end

  def trip(member) = db[:trips].where(member_id: member[:id]).get(:id)

  # What a phone recorded, as it sends it.
  def records(member, index)
    Array.new(FISH_EACH) do |fish|
      number = format("MS%06d", 1001 + (index * FISH_EACH) + fish)
      sent = Seeds.encounter(trip(member), number:, start: Time.now - 7200 + (fish * 900))
      { id: SecureRandom.uuid, encounter: as_json(sent) }
    end
  end

  def send_all(_member, index, records)
    sign_in("angler#{index}@marrow.example")
    send_json(:post, "/api/encounters/batch",
      { encounters: records, sent_at: Time.now.utc.iso8601(3) })

    assert_equal [200, FISH_EACH], [last_response.status, answer["answers"].size]
  end

  def test_every_number_is_once_every_card_obeys_and_the_report_adds_up
    recorded = @members.each_with_index.map { |member, index| records(member, index) }
    online = (OFFLINE...@members.size).to_a
    online.each { |index| send_all(@members[index], index, recorded[index]) }
    close
    # Back in reach: what was recorded arrives, once, however often it is sent.
    OFFLINE.times { |index| 2.times { send_all(@members[index], index, recorded[index]) } }

    assert_equal 48, db[:encounters].count
    numbers = db[:taggings].select_map(:tag_number)

    assert_equal [48, numbers], [numbers.size, numbers.uniq]
    @members.each_index do |index|
      sign_in("angler#{index}@marrow.example")

      assert_equal "The water is at 23 °C.",
        ask("/api/deck?on=#{Date.today}").dig("meet", "closed_because"), "card of #{index}"
    end
    assert_report
  end

  def close
    sign_in("hamish@marrow.example")
    send_json(:post, "/api/meets/#{@id}/closing", { because: "The water is at 23 °C." })
  end

  # The counts on paper are those of the records, and the board shows none of them.
  def assert_report
    sign_in("hamish@marrow.example")
    get("/api/meets/#{@id}/report.pdf")
    text = PdfText.of(last_response.body)

    assert_match(/Closed early: The water is at 23 °C\./, text)
    assert_match(/48 fish of all crews together/, text)
    row = text[/^European seabass.*$/].scan(/\d+/).map(&:to_i)

    assert_equal [48, 0, 0, 0], row
    BOATS.each { |boat| assert_match(/#{boat}: Angler/, text) }
    board = ask("/api/meets/#{@id}/board")

    refute_match(/\b48\b/, JSON.generate(board.except("id", "crews")))
  end

  def test_a_report_counts_each_fish_once_by_kind
    report = Core::Meets::Report.of([
      { species: "Cod", kind: "tagged", fate: "released", air_seconds: 10, within_air: true,
        complete: true },
      { species: "Cod", kind: "recaptured", fate: "kept", air_seconds: nil, within_air: nil,
        complete: false },
      { species: "Bass", kind: "untagged", fate: "released", air_seconds: 40, within_air: false,
        complete: true }
    ])

    assert_equal [["Cod", 1, 1, 0, 1], ["Bass", 0, 0, 1, 0]], report.species
    assert_equal [3, [1, 2], [2, 3], 40],
      [report.fish, report.within_air, report.complete, report.air_median_seconds]
  end
end
