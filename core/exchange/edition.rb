# frozen_string_literal: true

module Core
  module Exchange
    # What explains data that are given away, whatever the format.
    #
    #   programme, contact, mail_address: whose it is
    #   licence, licence_url: its name and where it is written
    #   made_on: Date;  version: text;  generalised: in words, how exact its places are
    Edition = Value.of(
      :title, :programme, :contact, :mail_address, :licence, :licence_url, :made_on, :version,
      :generalised
    ) do
      def citation = "#{title}, version #{version} of #{made_on}"
      def licence_words = "#{licence} (#{licence_url})"
    end
  end
end
