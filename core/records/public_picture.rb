# frozen_string_literal: true

module Core
  module Records
    # A picture that everybody may see.
    #
    #   slug: its public address;  key: of its file;  until_on: Date after which it is gone, nil for
    #   as long as it stands;  people: "nobody" to be recognised | "agreed", all who can be
    #   cover: [[x, y, radius]] of circles that are painted over, in shares of the picture's width
    class PublicPicture < Value.of(:photo_id, :slug, :key, :until_on, :people, cover: [].freeze)
      # One stroke of a hand is some dozens.
      MOST_CIRCLES = 2000
      # Shares of the picture's width.
      RADII = (0.004..0.5)

      def shown_on?(day) = until_on.nil? || until_on >= day

      def self.checked_cover(cover)
        return cover if cover.size <= MOST_CIRCLES && cover.all? do |circle|
          circle.size == 3 && circle.all? { |number| number.is_a?(Numeric) && number.finite? } &&
            RADII.cover?(circle.last)
        end

        raise InvalidInput.at("cover", :unreadable, Text.of("privacy.public_picture.unreadable"))
      end
    end
  end
end
