# frozen_string_literal: true

module Core
  # Whose tags these are; what was not set up yet is nil, or as here.
  #
  #   sender: whom letters come from;  contact: in words;  time_zone: as the IANA names them
  Programme = Value.of(
    :sender, :contact, name: "A tagging programme", time_zone: "UTC", coast_version: 0
  ) do
    # The mail address in the words of the contact, nil where there is none.
    def mail_address = contact.to_s[/[^\s,;<>]+@[^\s,;<>]+/]
  end
end
