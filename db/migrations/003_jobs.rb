# frozen_string_literal: true

# The job queue's own tables, so that a job is queued in the transaction that caused it.
Sequel.migration do
  up do
    require "que"
    Que.connection = self
    Que.migrate!(version: 7)
  end
  down do
    require "que"
    Que.connection = self
    Que.migrate!(version: 0)
  end
end
