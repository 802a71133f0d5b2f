# frozen_string_literal: true

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

    field.object? ? :object : :scalar
  end

  def kind_in_database(type)
    return :list if type.end_with?("[]")

    type == "jsonb" ? :object : :scalar
  end

  def test_a_change_that_is_shown_has_a_label
    labels = File.read(File.join(ROOT, "web/src/words/dockside.ts"))

    assert_empty(ENCOUNTER.noted.reject { |name| labels.match?(/^\s+#{name}: /) })
  end
end
