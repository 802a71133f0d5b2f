# frozen_string_literal: true

module Core
  module Fields
    # A report of a tag by a finder, or by a member with the fish in hand: every field of its record
    # and of what is sent.
    Report = Table.new(
      Field.of(:id, :id),
      Field.of(:fingerprint, :text),
      Field.of(:report_key, :text),
      Field.of(:number_as_read, :text, range: 1..40, sent: :always, null: false),
      Field.of(:more_numbers, :numbers, schema: "MoreNumbers", sent: true, null: false),
      Field.of(:numbers, :numbers),
      Field.of(:species_code, :text, range: 0..40, sent: :always),
      Field.of(:length, :object, schema: "LengthSent", kept: false, sent: :always, null: false),
      Field.of(:length_mm, :integer),
      Field.of(:length_kind, :code, codes: Vocabulary::LENGTH_KIND),
      Field.of(:length_how, :code, codes: Vocabulary::LENGTH_HOW),
      Field.of(:caught_on, :date, sent: :always, note: "Null where nobody knows the day"),
      Field.of(:caught_from, :date, sent: true,
        note: "First day of a span whose last one is caught_on"),
      Field.of(:day_said, :text),
      Field.of(:found_how, :code, schema: "FoundHow", sent: true, null: false),
      Field.of(:fate, :code, codes: Vocabulary::RELEASED_OR_KEPT, sent: :always, null: false,
        note: Text.of("fields.report.of_a_fish_that_was")),
      Field.of(:tag_left, :code, schema: "TagLeft", sent: true, null: false),
      Field.of(:lat_deg, :number),
      Field.of(:lon_deg, :number),
      Field.of(:place, :object, schema: "PlaceSent", kept: false, sent: :always, null: false),
      Field.of(:place_words, :text, range: 0..200, sent: :always),
      Field.of(:place_error_m, :integer),
      Field.of(:finder_name, :text, range: 0..120, sent: :always),
      Field.of(:finder_contact, :text, range: 0..254, sent: :always),
      Field.of(:finder_phone, :text, range: 0..40, sent: true),
      Field.of(:may_pass_on, :boolean, sent: true, null: false,
        note: Text.of("fields.report.may_pass_on")),
      Field.of(:units, :code, schema: "Units", sent: true, null: false),
      Field.of(:state, :text),
      Field.of(:waiting_reason, :text),
      Field.of(:sent_at, :time),
      Field.of(:revision, :integer),
      Field.of(:encounter_id, :id),
      Field.of(:same_as, :id),
      Field.of(:other_programme, :text)
    )
  end
end
