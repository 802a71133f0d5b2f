# frozen_string_literal: true

module Core
  # Whose tags these are; what was not set up yet is nil, or as here.
  #
  #   sender: whom letters come from;  contact: in words;  time_zone: as the IANA names them
  #   season_begins: "MM-DD", nil where the catches tell it
  #   about, joining: what the front page says of it, and of how to take part
  #   join_question, join_answer: asked of who wants to join, so that robots stay outside
  Programme = Value.of(
    :sender, :contact, :season_begins, :about, :joining, :join_question, :join_answer,
    name: "A tagging programme", time_zone: "UTC", coast_version: 0
  ) do
    # The mail address in the words of the contact, nil where there is none.
    def mail_address = contact.to_s[/[^\s,;<>]+@[^\s,;<>]+/]

    # Whether somebody answered the question of the join form; letter case and blanks do not count.
    def right_answer?(text)
      join_question.nil? || text.to_s.strip.casecmp?(join_answer.to_s.strip)
    end
  end
end
