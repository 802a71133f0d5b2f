# frozen_string_literal: true

require "yaml"
require_relative "../support/test_helper"
require_relative "../../bin/lib/write_fields"

# What is made of core/fields is what stands in the contract, the database and the pages.
class FieldsTest < Minitest::Test
  ENCOUNTER = Core::Fields::Encounter

  def test_what_is_made_of_the_fields_is_written
    WrittenFields.files.each do |path, written|
      assert_equal written, File.read(path), "run bundle exec ruby bin/lib/write_fields.rb"
    end
  end

  def test_each_field_is_a_column_of_its_kind
    { encounter_records: ENCOUNTER, reports: Core::Fields::Report }.each do |table, fields|
      types = TestDatabase.unit.schema(table).to_h { |name, about| [name, about[:db_type]] }
      kinds = fields.fields.select(&:kept?).to_h { |field| [field.name, kind_of(field)] }

      assert_equal(kinds, kinds.to_h { |name, _| [name, kind_in_database(types.fetch(name))] })
    end
  end

  def kind_of(field)
    return :list if field.list?

    return :object if field.object?

    %i[integer number].include?(field.type) ? field.type : :scalar
  end

  def kind_in_database(type)
    return :list if type.end_with?("[]")

    { "jsonb" => :object, "integer" => :integer, "double precision" => :number }
      .fetch(type) { type.start_with?("numeric") ? :number : :scalar }
  end

  def test_lists_that_the_contract_spells_out_are_those_of_the_vocabulary
    contract = YAML.load_file(WrittenFields::CONTRACT, aliases: true)["components"]["schemas"]

    { "HookPlace" => :HOOK_PLACE, "LengthKind" => :LENGTH_KIND, "LengthHow" => :LENGTH_HOW,
      "Fate" => :FATE }.each do |schema, list|
        assert_equal Core::Vocabulary.const_get(list).keys, contract.fetch(schema)["enum"], schema
      end
  end

  def test_a_change_that_is_shown_has_a_label
    labels = JSON.load_file(File.join(ROOT, "web/src/words/en/codes/records.json")).fetch("field")

    assert_empty(ENCOUNTER.noted.map(&:to_s) - labels.keys)
  end
end
