# frozen_string_literal: true

# Writes what the contract and the Deck say of encounters and reports from core/fields:
# bundle exec ruby bin/lib/write_fields.rb. A test compares all of it.
require_relative "../../config/boot"

# The files that are made of core/fields: a part of openapi/voucher.yaml, and the blank record.
module WrittenFields
  CONTRACT = File.join(ROOT, "openapi/voucher.yaml")
  BLANK = File.join(ROOT, "web/src/core/blankEncounter.ts")
  BEGINS = "    # From core/fields: bundle exec ruby bin/lib/write_fields.rb\n"
  ENDS = "    # Up to here.\n"
  PART = /#{Regexp.escape(BEGINS)}.*#{Regexp.escape(ENDS)}/m

  module_function

  def text
    schemas = {
      "EncounterSent" => Core::Fields::Encounter.sent_schema,
      "EncounterChanges" => Core::Fields::Encounter.changes_schema,
      "ReportSent" => Core::Fields::Report.sent_schema
    }
    "#{BEGINS}#{schemas.map { |name, schema| block(name, schema) }.join}#{ENDS}"
  end

  # A property a line, as YAML reads JSON.
  def block(name, schema)
    others = schema.except("properties").map do |key, value|
      "      #{key}: #{JSON.generate(value)}\n"
    end
    properties =
      schema["properties"].map { |field, value| "        #{field}: #{JSON.generate(value)}\n" }
    "    #{name}:\n#{others.join}      properties:\n#{properties.join}"
  end

  # An encounter of which nothing is known yet, for the Deck.
  def blank_record
    known = Core::Fields::Encounter.blanks.map { |name, blank| "  #{name}: #{JSON.generate(blank)}," }
    <<~TS
      // From core/fields/encounter.rb: bundle exec ruby bin/lib/write_fields.rb
      /** A blank encounter: each field that a phone may send, before anything is known. */
      export const blankEncounter = () => ({
      #{known.join("\n")}
      })
    TS
  end

  # { file => what it is to hold }
  def files
    { CONTRACT => File.read(CONTRACT).sub(PART) { text }, BLANK => blank_record }
  end

  def write = files.each { |path, written| File.write(path, written) }
end

WrittenFields.write if $PROGRAM_NAME == __FILE__
