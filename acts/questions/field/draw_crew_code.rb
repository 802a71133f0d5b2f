# frozen_string_literal: true

module Acts
  # The crew's link as a square that a phone scans.
  module DrawCrewCode
    def self.call(link:) = Formats::ScanCode.svg(link)
  end
end
