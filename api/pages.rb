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
      /office/species /office/waters /office/sign-ins /office/letters /office/import
      /office/import/:id /office/api-keys /office/change-history /office/camera-check
      /sign-in /new-password /new-address /you /deck /crew/:crewKey
      /dockside /dockside/my-handling /dockside/sheet /dockside/:tripId
      /dockside/:tripId/bench/:photoId
      /finds /finds/review /finds/review/:reportId/bench/:photoId /finds/flanks/:photoId
      /finds/queries /finds/other-tags
      /water /water/map /water/export /water/:topic
      /report /report/:reportId /story/:storyKey /join /join/consent/:consentKey
      /letters/stop/:stopKey
      /meets /meets/:meetId /office/notices /office/stock
    ].freeze
    # Their addresses before; the router leads on from there.
    MOVED = %w[
      /finds/desk /finds/doubts /finds/others /office/old-records /office/old-records/:id
      /office/keys /office/changes /water/data /dockside/season
    ].freeze
    PATTERN =
      Regexp.union((PATHS + MOVED).map { |path| %r{\A#{path.gsub(/:\w+/, '[^/]+')}/?\z} })

    # Written by the server, so that they are there before any script is.
    READY_MADE = %r{\A(?:/|/species/[a-z0-9_]{1,40}|/returns\.atom|/meets\.ics)\z}

    def self.page?(path) = path.match?(PATTERN)
    def self.ready_made?(path) = path.match?(READY_MADE)
  end
end
