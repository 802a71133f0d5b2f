# frozen_string_literal: true

module Acts
  # The code that a member's phone scans to make the codes of the second factor.
  module DrawSecondFactor
    # SVG
    def self.call(context, secret:)
      programme, address =
        [
          context.store.programme.name,
          context.store.members.email(context.member.id)
        ].map { |text| ERB::Util.url_encode(text) }
      Formats::ScanCode.svg(
        "otpauth://totp/#{programme}:#{address}?secret=#{secret}&issuer=#{programme}"
      )
    end
  end
end
