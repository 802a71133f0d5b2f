# frozen_string_literal: true

# Runs the given test files in one process, so that one closing line counts them all.
require_relative "support/test_helper"
ARGV.each { |file| require File.expand_path(file) }
