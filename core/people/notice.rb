# frozen_string_literal: true

module Core
  module People
    # What a coordinator tells members: heat, a closure, a changed law or rule, safety, news.
    #
    #   water_code: of the water that it concerns, nil for all;  from_on, to_on: Dates, to_on nil
    #   until it is withdrawn;  read: whether the reader said so
    Notice = Value.of(
      :id, :kind, :title, :words, :water_code, :from_on, :to_on, :made_at, :withdrawn_at,
      read: false
    ) do
      # It asks for a receipt.
      def safety? = kind == "safety"

      # It stands on the Deck while fish are handled.
      def at_water? = %w[heat closure safety].include?(kind)

      def concerns?(day, water)
        withdrawn_at.nil? && day >= from_on && (to_on.nil? || day <= to_on) &&
          (water_code.nil? || water.nil? || water_code == water)
      end
    end
  end
end
