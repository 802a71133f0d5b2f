# frozen_string_literal: true

module Acts
  # The code that a member's phone scans to make the codes of the second factor.
  module DrawSecondFactor
    # SVG
    def self.call(store:, member:, secret:)
      programme, address =
        [store.programme.name, store.members.email(member[:id])].map do |text|
          ERB::Util.url_encode(text)
        end
      Formats::ScanCode.svg(
        "otpauth://totp/#{programme}:#{address}?secret=#{secret}&issuer=#{programme}"
      )
    end
  end
end
