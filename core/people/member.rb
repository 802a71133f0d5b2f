# frozen_string_literal: true

module Core
  module People
    # Somebody of the cooperative, or who reads with a member's key.
    #
    #   role: "tagger" | "coordinator" | "reader";  units: "metric" | "imperial"
    #   dates: see Acts::ChooseReading;  permit_expires_on: Date | nil
    #   trained: ["tagging", "venting"];  stricter: { key of a decision => school } of their own
    #   account_id: nil for who does not sign in;  email: where it was asked for
    Member = Value.of(
      :id, :account_id, :name, :public_name, :role, :units, :dates, :permit_number,
      :permit_expires_on, :trained, :stricter, :active, :email
    ) do
      def coordinator? = role == "coordinator"

      # Who reads with a key sees as the public does, but for what the key opens.
      def reader? = role == "reader"

      def trained_to_vent? = trained.to_a.include?("venting")
      def trained_to_tag? = trained.to_a.include?("tagging")
    end
  end
end
