# frozen_string_literal: true

require_relative "../support/api_case"

class LettersTest < ApiCase
  # A carrier that does what it is told, one word per letter: :take, :refuse, :unsure, or :crash
  # between the sending and the mark.
  Moody = Struct.new(:moods, :letters) do
    def deliver(letter)
      mood = moods.shift || :take
      raise IOError, "451 try later" if mood == :refuse

      letters << letter[:id]
      raise Interrupt, "the power went" if mood == :crash
      raise Devices::CarriedPerhaps, "the line went dead" if mood == :unsure
    end
  end

  def with(*moods)
    @carrier = Moody.new(moods, [])
    hand_over_jobs(carrier: @carrier)
    @id =
      Acts::WriteLetter.queue(
        store:,
        kind: "welcome",
        recipient: "odo@marrow.example",
        subject: "Welcome",
        body: "Odo Larkspur, you are a member."
      )
  end

  def run_once
    Acts::LetterJob.run(@id)
  rescue Interrupt
    :crashed
  end

  def letter = store.letters.find(@id)

  def test_a_letter_is_carried_once_however_often_its_job_runs
    with
    3.times { run_once }

    assert_equal [[@id], "sent", false], [@carrier.letters, letter[:state], letter[:perhaps_twice]]
  end

  def test_a_crash_between_sending_and_mark_sends_once_more_and_says_so_and_then_no_more
    with(:crash)
    3.times { run_once }

    assert_equal [[@id] * 2, "sent", true],
      [@carrier.letters, letter[:state], letter[:perhaps_twice]]
    with(:unsure)
    2.times { run_once }

    assert_equal [[@id] * 2, "sent", true],
      [@carrier.letters, letter[:state], letter[:perhaps_twice]]
    with(:crash, :unsure)
    5.times { run_once }

    assert_equal [[@id] * 2, "uncertain"],
      [@carrier.letters, letter[:state]],
      "the second time nobody sends it but a coordinator"
    sign_in("hamish@marrow.example")

    assert_equal "queued", send_json(:post, "/api/letters/#{@id}", { act: "again" })["state"]
    run_once

    assert_equal "sent", letter[:state]
  end

  def test_a_refused_letter_is_tried_again_with_growing_pauses_and_given_up
    pauses = Acts::LetterJob::PAUSES_SECONDS
    with(*[:refuse] * (pauses.size + 1))
    waits = pauses.map { run_once && (letter[:next_try_at] - Time.now) }

    waits.zip(pauses) { |wait, pause| assert_in_delta pause, wait, 5 }
    run_once

    assert_equal ["failed", "IOError: 451 try later", []],
      [*letter.values_at(:state, :last_error), @carrier.letters]
  end

  def test_coordinators_read_filter_and_withdraw_them
    with
    sign_in("hamish@marrow.example")
    page = ask("/api/letters?search=odo&state=queued")

    assert_equal [1, { "queued" => 1 }], [page["total"], page["counts"]]
    assert_equal "withdrawn", send_json(:post, "/api/letters/#{@id}", { act: "withdraw" })["state"]
    run_once

    assert_empty @carrier.letters
    assert_equal 409,
      send_json(:post, "/api/letters/#{@id}", { act: "again" }) && last_response.status
    sign_in
    ask("/api/letters")

    assert_equal 403, last_response.status
  end

  # A coordinator who could read it could take over any account.
  def test_the_key_for_a_new_password_is_not_shown_in_the_office
    send_json(:post, "/auth/reset-password-request", { email: "isolde@marrow.example" })
    run_jobs
    key = db[:letters].where(kind: "password").get(:body)[/key=([^\s]+)/, 1]

    refute_nil key
    sign_in("hamish@marrow.example")
    letters = ask("/api/letters?kind=password")

    assert_equal 1, letters["total"]
    refute_includes JSON.generate(letters), key
  end

  def test_words_are_tried_out_kept_and_put_back
    sign_in("hamish@marrow.example")
    words = lambda do |verb, path, subject, body|
      send_json(verb, "/api/letter-templates/thanks_to_finder#{path}", { subject:, body: })
    end

    assert_equal "AB004217 after 142 days",
      words.call(:post, "/preview", "{{ tag }} after {{ days }} days", "x")["subject"]
    [
      ["{{ finder }}", "no value called finder"],
      ["{{ tag", "cannot be read"],
      [" ", "is empty"],
      ["{% for x in (1..9) %}{% endfor", "cannot be read"]
    ].each do |body, sentence|
      words.call(:put, "", "s", body)

      assert_equal 422, last_response.status
      assert_includes answer["message"], sentence
    end
    words.call(:put, "", "Hello", "Tag {{ tag }}.")
    report =
      Core::Recaptures::Report.new(
        finder_contact: "edda@finders.example", caught_on: Date.new(2026, 6, 15), fate: "released"
      )
    Acts::WriteLetter.thanks_to_finder(
      store:,
      report:,
      fish: Core::Recaptures::TaggedFish.new(
        number: "MS000001",
        species_code: "seabass",
        released_on: Date.new(2026, 5, 1),
        story_key: "k"
      )
    )

    assert_equal "Tag MS000001.", db[:letters].get(:body)
    assert_equal [true, "Hamish Torvald"],
      ask("/api/letter-templates")["templates"]
        .find { |entry| entry["kind"] == "thanks_to_finder" }
        .values_at("own", "by")
    words.call(:put, "", nil, nil)

    assert_empty(ask("/api/letter-templates")["templates"].select { |template| template["own"] })
  end

  # On the first days of a new season, once, with own figures and those of all; not to those who
  # want to hear nothing.
  def test_a_season_ends_with_one_letter
    trip = Seeds.trip(db, @isolde)
    # The season ended three days ago; its first day must be one of every year.
    begins = Date.today - 3
    begins -= 1 if begins.month == 2 && begins.day == 29
    db[:programme].update(season_begins: begins.strftime("%m-%d"))
    first = (begins - 60).to_time
    sign_in
    { "MS000001" => 20, "MS000002" => 900 }.each_with_index do |(number, seconds), index|
      put_encounter(Seeds.encounter(trip, number:, start: first + (index * 3600)))
      db[:encounter_records].where(caught_at: db[:encounter_records].max(:caught_at))
        .update(air_seconds: seconds)
    end
    put_report(Seeds.report(number_as_read: "MS000001", caught_on: begins - 20,
      length: nil))
    2.times { season_letters(Time.now) }

    letters = db[:letters].where(kind: "season").all

    assert_equal(["isolde@marrow.example"], letters.map { |letter| letter[:recipient] })
    body = letters.first[:body]

    assert_match(/handled 2 fish and tagged 2 of them/, body)
    assert_match(/Of 2 with measured seconds in the air, 1 went back/, body)
    assert_match(/1 fish of yours came back/, body)
    assert_match(/2 fish tagged by 1 member,/, body)
    assert_match(%r{/letters/stop/}, body)
    db[:letters].where(kind: "season").update(kind: "password")
    season_letters(Time.now + (40 * 86_400))
    db[:members].update(hears: "never")
    season_letters(Time.now)

    assert_empty db[:letters].where(kind: "season").all
  end

  def season_letters(now) = Acts::SeasonLetters.call(Acts::Context.new(store:, now:))
end
