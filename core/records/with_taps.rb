# frozen_string_literal: true

module Core
  module Records
    # An encounter with what it is judged by beside itself.
    #
    #   taps: [{ act:, at: Time }] the newest;  water_kind: "sea" | "fresh"
    WithTaps = Value.of(:encounter, :taps, :water_code, :water_kind)
  end
end
