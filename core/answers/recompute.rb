# frozen_string_literal: true

module Core
  module Answers
    # An answer that is being worked out anew.
    #
    #   asked_by: a member's id or nil;  data_version: see Kept;  parts, parts_done: how many
    #   asked_at, stopped_at, finished_at: Time, nil for what has not happened
    Recompute = Value.of(
      :id, :asked_by, :data_version, :parts, :parts_done, :asked_at, :stopped_at, :finished_at
    ) do
      def stopped? = !stopped_at.nil?
      def finished? = !finished_at.nil?
      def open? = !stopped? && !finished?

      # Whether it was stopped, and nothing else was stored since.
      def stopped_for?(version) = stopped? && data_version == version
    end
  end
end
