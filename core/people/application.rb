# frozen_string_literal: true

module Core
  module People
    # Somebody who asks to join.
    #
    #   kind: "adult" | "family" | "junior";  family: [{ name:, is_junior: }] besides who asks
    #   state: "waiting" | "asked" | "accepted" | "declined";  words: the coordinator's last
    #   guardian_name, guardian_email: of a junior;  guardian_consented_at: Time | nil
    Application = Value.of(
      :id, :kind, :name, :email, :phone, :message, :guardian_name, :guardian_email,
      :guardian_consented_at, :words, :decided_by, :decided_at, :sent_at,
      family: [], state: "waiting"
    ) do
      def junior? = kind == "junior"
      def decided? = %w[accepted declined].include?(state)

      # A junior waits for the guardian first.
      def consent_missing? = junior? && guardian_consented_at.nil?

      # Everybody who becomes a member with it: [{ name:, is_junior: }], who asks first.
      def people = [{ name:, is_junior: junior? }, *family]
    end
  end
end
