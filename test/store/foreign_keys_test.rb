# frozen_string_literal: true

require_relative "../support/test_helper"

# Deleting a row searches every table that points to it; without an index, row by row.
class ForeignKeysTest < Minitest::Test
  # Keys of which no index begins with their column, but for indexes of the rows that have one.
  WITHOUT = <<~SQL
    select c.conrelid::regclass || '.' || a.attname
    from pg_constraint c
    join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
    where c.contype = 'f' and not exists (
      select 1 from pg_index i where i.indrelid = c.conrelid
        and (i.indkey::int2[])[0] = c.conkey[1]
        and (i.indpred is null or pg_get_expr(i.indpred, i.indrelid)
          = format('(%I IS NOT NULL)', a.attname))
    )
  SQL

  def test_every_key_that_points_to_another_row_has_an_index
    keys = TestDatabase.unit[:pg_constraint].where(contype: "f").count

    assert_operator keys, :>, 80
    assert_empty(TestDatabase.unit.fetch(WITHOUT).map { |row| row.values.first })
  end
end
