# frozen_string_literal: true

module Core
  module Trips
    # Whether a member may tag on a day. R8. Without it tags are withheld from the card; logging and
    # recaptures still work.
    #
    #   member: People::Member
    module Authorisation
      WARN_DAYS = 60
      URGENT_DAYS = 14
      # A coordinator is asked to renew a permit from so many days before its end. House rule.
      RENEW_DAYS = 30

      WITHHELD = "No tag numbers go onto the card; logging and recaptures still work."

      module_function

      # What the member reads. Returns a Finding: stop when tags are withheld, care when it runs out
      # soon.
      def check(member:, on:)
        number, expires_on = member.permit_number, member.permit_expires_on
        case state(member, on)
        when :no_consent then stop("Your guardian has not consented yet. #{WITHHELD}")
        when :no_permit then stop(Text.of(
          "trips.authorisation.you_have_no_permit_number", withheld: WITHHELD
        ))
        when :expired then stop(Text.of(
          "trips.authorisation.your_permit_expired_on_ask", number:,
          expires_on: Units.day_text(expires_on), withheld: WITHHELD
        ))
        when :untrained then Finding.stop(:training,
          Text.of("trips.authorisation.you_are_not_trained_for", withheld: WITHHELD), "training")
        when :urgent then care(Text.of(
          "trips.authorisation.your_permit_expires_in_days", number:,
          to_i: (expires_on - on).to_i, expires_on: Units.day_text(expires_on)
        ))
        when :soon then care(Text.of(
          "trips.authorisation.your_permit_expires_on_in", number:,
          expires_on: Units.day_text(expires_on), to_i: (expires_on - on).to_i
        ))
        else Finding.ok(:permit,
          Text.of(
            "trips.authorisation.permit_valid_until_trained_for", number:,
            expires_on: Units.day_text(expires_on), and: member.trained.join(" and ")
          ), "permit")
        end
      end

      # What others read of a member: a Finding whose text goes on from the name, as "has no permit
      # on file".
      def standing(member:, on:)
        expires_on = member.permit_expires_on
        case state(member, on)
        when :no_consent then stop("has no guardian's consent yet")
        when :no_permit then stop("has no permit on file")
        when :expired then stop("has a permit that ended on #{Units.day_text(expires_on)}")
        when :untrained then Finding.stop(:training, "is not trained for tagging yet", "training")
        when :urgent, :soon then care(Text.of(
          "trips.authorisation.may_tag_the_permit_ends", expires_on: Units.day_text(expires_on),
          to_i: (expires_on - on).to_i
        ))
        else Finding.ok(:permit, "may tag", "permit")
        end
      end

      # Whether a coordinator is asked about the permit of an active member.
      def renew?(member:, on:)
        expires_on = member.permit_expires_on
        member.active && !expires_on.nil? && expires_on <= on + RENEW_DAYS
      end

      def state(member, day)
        expires_on = member.permit_expires_on
        return :no_consent if member.consent_missing?
        return :no_permit if member.permit_number.to_s.empty? || expires_on.nil?
        return :expired if expires_on < day
        return :untrained unless member.trained_to_tag?

        days = (expires_on - day).to_i
        if days <= URGENT_DAYS then :urgent
        else days <= WARN_DAYS ? :soon : :fine
        end
      end

      def stop(text) = Finding.stop(:permit, text, "permit")
      def care(text) = Finding.care(:permit, text, "permit")
      private_class_method :state, :stop, :care
    end
  end
end
