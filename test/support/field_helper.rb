# frozen_string_literal: true

# For the tests of the files that run on the phone too: they run once in Ruby and once compiled
# (test/field).
require_relative "test_helper" unless RUBY_ENGINE == "opal"
require_relative "fish" unless RUBY_ENGINE == "opal"
