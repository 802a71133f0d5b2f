# frozen_string_literal: true

module Core
  # Whose tags these are; what was not set up yet is nil, or as here.
  #
  #   sender: whom letters come from;  contact: in words;  time_zone: as the IANA names them
  #   season_begins: "MM-DD", nil where the catches tell it
  Programme = Value.of(
    :sender, :contact, :season_begins, name: "A tagging programme", time_zone: "UTC",
    coast_version: 0
  ) do
    # The mail address in the words of the contact, nil where there is none.
    def mail_address = contact.to_s[/[^\s,;<>]+@[^\s,;<>]+/]
  end
end
