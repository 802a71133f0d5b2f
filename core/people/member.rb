# frozen_string_literal: true

module Core
  module People
    # Somebody of the cooperative, or who reads with a member's key.
    #
    #   role: "tagger" | "coordinator" | "reader";  units: "metric" | "imperial"
    #   dates: see Acts::ChooseReading;  permit_expires_on: Date | nil
    #   trained: ["tagging", "venting"];  stricter: { key of a decision => school } of their own
    #   public_name_until: Date after which the public name is shown no more;  is_junior: tags only
    #   with a guardian's consent (guardian_consented_at: Time)
    #   renew_on: Date on which the year ends;  fee: "paid" | "waived" | "due" until fee_due_on
    #   mentor_id: of the member who goes along first
    #   account_id: nil for who does not sign in;  email: where it was asked for
    Member = Value.of(
      :id, :account_id, :name, :public_name, :role, :units, :dates, :permit_number,
      :permit_expires_on, :trained, :stricter, :active, :email, :public_name_until,
      :guardian_consented_at, :renew_on, :fee, :fee_due_on, :mentor_id, is_junior: false
    ) do
      def coordinator? = role == "coordinator"

      # Who reads with a key sees as the public does, but for what the key opens.
      def reader? = role == "reader"

      # A junior whose guardian has not consented neither tags nor is shown.
      def consent_missing? = is_junior && guardian_consented_at.nil?

      def trained_to_vent? = trained.to_a.include?("venting")
      def trained_to_tag? = trained.to_a.include?("tagging")
    end
  end
end
