# frozen_string_literal: true

module Core
  module Letters
    # What the cooperative writes, to whom, with which values, and the words it starts from; a
    # coordinator may change the words.
    #
    #   values: { name => [what it is, an example] }
    class Kind < Value.of(:key, :title, :to, :values, :subject, :body)
      FISH = {
        "tag" => ["the number on the tag", "AB004217"],
        "species" => ["the fish's common name", "European seabass"],
        "released_on" => ["the day it was tagged", "14 May 2026"],
        "caught_on" => ["the day it was recaptured", "3 October 2026"],
        "days" => ["days at liberty", 142],
        "fate" => ["released, kept, dead or unknown", "released"],
        "found" => ["how it was found", "was recaptured"],
        "story_link" => ["address of its story", "http://voucher.example/story/…"]
      }.freeze
      REPORT = {
        "tag" => ["the number as it was read", "AB0042?7"],
        "question" => ["what the coordinator asks", "Was the fifth character a 1 or a 7?"],
        "caught_on" => ["the day of the catch", "3 October 2026"],
        "report_link" => [
          "address where the report can be changed",
          "http://voucher.example/report/…"
        ]
      }.freeze

      ANSWER = {
        **REPORT.slice("tag", "report_link"),
        "answer" => ["what the other programme answered", "Hallow Bank: European seabass."]
      }.freeze
      WELCOME = {
        "name" => ["the member's name", "Isolde Brannock"],
        "sign_in_link" => [
          "where to set a password, for seven days",
          "http://voucher.example/new-password?key=…"
        ]
      }.freeze

      # What it starts from.
      def words = { subject:, body: }

      def examples = values.transform_values(&:last)

      ALL = [
        new(
          key: "thanks_to_finder", title: "Thanks, with the story",
          to: "the finder", values: FISH,
          subject: "The story of the fish you reported",
          body: <<~TEXT
            Thank you for reporting tag {{ tag }}.

            It was a {{ species }}, tagged on {{ released_on }}: {{ days }} \
            {% if days == 1 %}day{% else %}days{% endif %} before you caught it.
            You can read where it came from, and print a certificate, here:
            {{ story_link }}
          TEXT
        ),
        new(
          key: "recapture_to_tagger", title: "Your fish was recaptured",
          to: "the member who tagged it", values: FISH,
          subject: "Your fish {{ tag }} was recaptured",
          body: <<~TEXT
            The {{ species }} you tagged with {{ tag }} on {{ released_on }} {{ found }} on \
            {{ caught_on }}, after {{ days }} {% if days == 1 %}day{% else %}days{% endif %}\
            {% if days > 365 %}, more than a year{% endif %}.
            {% if fate == "kept" %}It was kept.{% elsif fate == "released" %}It was let go \
            again.{% endif %}

            Its story: {{ story_link }}
          TEXT
        ),
        new(
          key: "question_to_finder", title: "A question about a report",
          to: "the finder", values: REPORT,
          subject: "About the tag {{ tag }} that you reported",
          body: <<~TEXT
            Thank you for reporting the tag that you read as {{ tag }}, of {{ caught_on }}. One \
            thing would help us to find the fish:

            {{ question }}

            You can look at your report and change it here, without an account:
            {{ report_link }}
          TEXT
        ),
        new(
          key: "answer_to_finder", title: "Another programme's answer",
          to: "the finder", values: ANSWER,
          subject: "About the tag {{ tag }} that you reported",
          body: <<~TEXT
            The tag that you read as {{ tag }} is not one of ours. As you agreed, we handed your \
            report over, without your name.

            {{ answer }}

            Your report, with the link to the fish's story: {{ report_link }}
          TEXT
        ),
        new(
          key: "question_to_member", title: "A question about a number",
          to: "the member who read it or holds the tag", values: REPORT.except("report_link"),
          subject: "About the tag {{ tag }}",
          body: <<~TEXT
            A tag that was read as {{ tag }} on {{ caught_on }} cannot be matched yet:

            {{ question }}

            If a fish of yours is not sent in yet, or a number was written down wrongly, please \
            correct it; the desk sees it at once.
          TEXT
        ),
        new(
          key: "welcome", title: "Welcome to a new member",
          to: "the new member", values: WELCOME,
          subject: "Welcome to the tagging cooperative",
          body: <<~TEXT
            {{ name }}, you are now a member of the cooperative.

            Set your password here within seven days:
            {{ sign_in_link }}

            Later the sign-in page sends you another link: “Forgotten?”, with this address.
          TEXT
        )
      ].freeze

      def self.all = ALL

      # Raises NotFound.
      def self.fetch(key)
        ALL.find { |kind| kind.key == key } ||
          raise(NotFound.new(:no_such_letter, "There is no letter of that kind."))
      end
    end
  end
end
