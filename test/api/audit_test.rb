# frozen_string_literal: true

require_relative "../support/api_case"

class AuditTest < ApiCase
  # Ledgers whose rows are only ever added and say themselves who and when; what is derived or gone
  # by tomorrow; and the machinery of sign-in, jobs and migrations.
  LEDGERS = %w[
    stages tag_custody changes corrections decisions row_changes own_rules kit_moves
    encounter_versions security_events ledger_seals
    note_balances stock_moves
  ].freeze
  DERIVED = %w[
    spans track_fixes live_fish live_taps discarded_files security_traces water_answers water_cells
    water_recomputes limit_counts practice_seeds archives
    catches growth_curves given_catches import_rows practice_results
  ].freeze
  MACHINERY = /\A(account|schema_|que_)/

  def test_no_table_goes_unnoted
    unnoted =
      (db.tables + db.views - [:encounter_records]).map(&:to_s) - store.audit.tables - LEDGERS -
      DERIVED - ["tags"]

    assert_empty unnoted.grep_v(MACHINERY),
      "a table that holds data is noted by the database, or is a ledger"
  end

  def test_a_report_and_its_decision_are_told_by_record_person_and_time
    put_report(
      Seeds.report(number_as_read: "QK1", finder_contact: "edda@finders.example"),
      id: id = SecureRandom.uuid
    )
    sign_in("hamish@marrow.example")
    send_json(
      :post,
      "/api/reports/#{id}/decision",
      { verdict: "contradictory", reason: "No such tag.", seen: 0 }
    )
    answer = ask("/api/audit?record=reports&record_id=#{id}")["entries"]

    assert_equal(
      [
        ["added", "somebody without an account"],
        ["changed", "Hamish Torvald"],
        ["contradictory", "Hamish Torvald"]
      ],
      answer.map { |entry| entry.values_at("act", "by") }.sort
    )
    assert_equal %w[waiting set_aside], answer[0]["changed"]["state"]
    assert_includes answer.map { |include| include["reason"] }, "No such tag."
    key = db[:reports].where(id:).get(:report_key)
    send_json(:put, "/api/reports/#{id}/forget", {}, "HTTP_X_REPORT_KEY" => key)
    all = ask("/api/audit")

    refute_match(/edda|#{key}/i, JSON.generate(all))
    assert_equal "not shown",
      ask("/api/audit?record_id=#{id}&source=rows")["entries"].dig(
        0, "changed", "finder_contact"
      )
    assert_equal [id],
      ask("/api/audit?member_id=#{@hamish[:id]}&record=reports")["entries"]
        .map { |entry| entry["record_id"] }
        .uniq
    assert_empty ask("/api/audit?to=#{Date.today - 1}&record=reports")["entries"]
  end

  def test_every_page_follows_the_one_before
    sign_in("hamish@marrow.example")
    60.times { |index| put_report(Seeds.report(number_as_read: "QK#{index}")) }
    seen, cursor = [], nil
    loop do
      page = ask("/api/audit?record=reports#{"&cursor=#{cursor}" if cursor}")
      seen.concat(page["entries"].map { |entry| entry["record_id"] })
      break unless (cursor = page["next"])
    end

    assert_equal db[:reports].select_order_map(:id), seen.sort
    get("/api/audit?cursor=nonsense")

    assert_equal [422, "bad_cursor"], [last_response.status, answer["code"]]
  end
end
