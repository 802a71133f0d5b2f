# frozen_string_literal: true

module Api
  # Addresses of the application's own pages, as its router has them; a test holds the two together.
  # Any other address is nowhere, and says so with its status.
  module Pages
    PATHS = %w[
      / /ready /ready/locker /guide /guide/:guild
      /practice /practice/place /practice/measure /practice/read /practice/judge /practice/pack
      /practice/scene/:scene /practice/cards /practice/cards/:card
      /office /office/house-rules /office/tags /office/members /office/members/:id/practice
      /office/species /office/waters /office/sign-ins /office/letters /office/old-records
      /office/old-records/:id /office/keys /office/changes
      /sign-in /new-password /new-address /you /deck /crew/:crewKey
      /dockside /dockside/season /dockside/sheet /dockside/:tripId /dockside/:tripId/bench/:photoId
      /finds /finds/desk /finds/doubts /finds/others
      /water /water/map /water/data /water/:topic
      /report /report/:reportId /story/:storyKey
    ].freeze
    PATTERN =
      Regexp.union(PATHS.map { |path| %r{\A#{path.gsub(/:\w+/, '[^/]+')}/?\z} })

    def self.page?(path) = path.match?(PATTERN)
  end
end
