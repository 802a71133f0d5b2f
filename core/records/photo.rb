# frozen_string_literal: true

module Core
  module Records
    # One picture as it is kept; its bytes lie with the file storage.
    #
    #   camera_at: Time by the camera's own clock;  taken_at: the same set right
    #   placed_by: "hand" | "deck" | "time", who put it to encounter_id;  sure: see Photo::Placing
    #   original_key, shown_key, thumb_key: of its files, nil for what is not made yet
    #   fixity:    "intact" | "missing" | "damaged", when its original was looked at last
    #   marks, measured_mm, measured_sd_mm: see Photo::Measuring
    #   seen_number, seen_share: see Tags::SeenNumber;  seen_digits: Tags::SeenDigits
    #   proposed_marks: see Photo::BoardView
    #   trouble:   why it could not be opened
    Photo = Value.of(
      :id, :trip_id, :member_id, :report_id, :encounter_id, :name, :media_type, :bytes, :sha256,
      :camera, :camera_at, :taken_at, :lat_deg, :lon_deg, :placed_by, :sure, :width_px, :height_px,
      :shown_width_px, :shown_height_px, :focal_35mm, :marks, :measured_mm, :measured_sd_mm,
      :original_key, :shown_key, :thumb_key, :trouble, :fixity, :checked_at, :seen_number,
      :seen_share, :seen_digits, :proposed_marks
    ) do
      def of?(member) = !member_id.nil? && member_id == member.id
      def sized? = !shown_key.nil?

      # Where a person or the Deck has put it, it stays.
      def placed_for_good? = %w[hand deck].include?(placed_by)

      # "well" .. as Photo::Placing has it
      def fit = Core::Photo::Placing.fit_of(sure)

      # Its camera's clock set right by so many seconds; what has no time stays without.
      def retimed(seconds) = camera_at ? with(taken_at: camera_at + seconds) : self
    end
  end
end
