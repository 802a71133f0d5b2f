# frozen_string_literal: true

require "minitest/mock"
require_relative "../support/api_case"
require_relative "../../bin/lib/admin"

# The admin command, and the letters of a restored copy.
class OperatorsTest < ApiCase
  def deed(*words)
    # Both can be called, so that a stub would call them.
    VoucherFiles.stub(:store, -> { store }) do
      VoucherFiles.stub(:owner, -> { db }) { Admin.new(words.first, words.drop(1)).call }
    end
  end

  def test_a_coordinator_is_added_and_gets_a_letter
    assert_output(/Ada Marrin gets a letter to ada@marrow.example/) do
      deed("add-coordinator", "Ada Marrin", "ada@marrow.example")
    end

    assert_equal "coordinator", db[:members].where(name: "Ada Marrin").get(:role)
    assert_equal 1, db[:que_jobs].where(job_class: "Acts::ResetJob").count
    assert_equal 1, db[:changes].where(record: "member").count
    assert_output("", /has an account already/) do
      assert_raises(SystemExit) { deed("add-coordinator", "Ada", "ada@marrow.example") }
    end
  end

  def test_sessions_end_and_what_is_no_deed_says_what_there_is
    sign_in
    assert_output(/isolde@marrow.example is signed out in 1 places/) do
      deed("end-sessions", "isolde@marrow.example")
    end
    get("/api/me/sessions")

    assert_equal 401, last_response.status
    [["dance"], ["reset-password"], ["end-sessions", "nobody@marrow.example"]].each do |words|
      assert_output("", /add-coordinator NAME ADDRESS|Nobody signs in/) do
        assert_raises(SystemExit) { deed(*words) }
      end
    end
  end

  def test_a_restored_copy_writes_to_nobody_until_somebody_says_so
    store.programme.hold_letters(true)
    Acts::StoredJob.store = store
    Acts::LetterJob.carrier = carrier = Minitest::Mock.new
    Acts::WriteLetter.queue(store:, kind: "password", recipient: "a@marrow.example", subject: "x",
      body: "y")
    letter = db[:letters].get(:id)
    Acts::LetterJob.run(letter)

    assert_equal "queued", db[:letters].get(:state)
    sign_in("hamish@marrow.example")
    get("/api/letters/hold")

    assert_equal({ "held" => true }, JSON.parse(last_response.body))
    send_json(:delete, "/api/letters/hold", {})
    carrier.expect(:deliver, nil, [Hash])
    Acts::LetterJob.run(letter)

    assert_equal "sent", db[:letters].get(:state)
    assert_mock carrier
  end

  def test_who_found_a_hole_reads_where_to_tell_it
    db[:programme].update(contact: "office@marrow.example, by the pier")
    get("/.well-known/security.txt")

    assert_match "Contact: mailto:office@marrow.example\n", last_response.body
    assert_operator Time.parse(last_response.body[/Expires: (.*)/, 1]), :>, Time.now + (90 * 86_400)
  end
end
