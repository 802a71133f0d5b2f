# frozen_string_literal: true

module Api
  # An encounter as a phone sends it, read into the values that acts take.
  module EncounterBody
    # The body of an encounter as RecordEncounter takes it. Raises Core::InvalidInput with every
    # fault of this record.
    def read_record(body)
      unless Text.storable?(body)
        raise Core::InvalidInput.at(
          "text", :unreadable_text,
          "The record contains a character or number that cannot be saved. Correct it."
        )
      end

      contract = env.fetch("voucher.contract")
      faults = contract.value_faults("EncounterSent", JSON.parse(JSON.generate(body)))
      unless faults.empty?
        raise Core::InvalidInput.new(:invalid_body, faults.values.join(" "), fields: faults)
      end

      contract.read_value("EncounterSent", body)
    end
  end
end
