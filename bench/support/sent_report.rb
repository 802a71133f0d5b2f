# frozen_string_literal: true

require "date"

# A report as a finder sends it, and fish that it may be of; knows nothing of the application, so
# that any commit can be asked.
module SentReport
  SEEN = %i[
    tag_number species_code length_mm length_kind caught_on lat_deg lon_deg
  ].freeze

  module_function

  # Fish at large with what is known of their release, spread over all taggings.
  def fish(db, count, rng)
    last = db[:taggings].max(:id)
    db[:taggings].where(ended_at: nil).join(:encounters, id: :encounter_id)
      .where(Sequel[:taggings][:id] => Array.new(count * 5 / 4) { rng.rand(last) })
      .order(:tag_number).limit(count).select(*SEEN).all
  end

  # fish: of .fish;  number: as it was read;  words: that no other report has
  # index: the day of the catch goes on with it
  def of(fish, number, words, index: 0)
    {
      number_as_read: number, species_code: fish[:species_code],
      length: { value: fish[:length_mm] + 12, unit: "mm", kind: fish[:length_kind], how: "tape" },
      caught_on: [fish[:caught_on] + 90 + (index % 7), Date.today].min,
      place: fish.slice(:lat_deg, :lon_deg), place_words: words, fate: "released",
      finder_name: nil, finder_contact: nil
    }
  end
end
