# frozen_string_literal: true

require_relative "../support/test_helper"

# Files that the documents name are there.
class DocsTest < Minitest::Test
  FOLDERS = %w[acts api bench bin config core db demo devices docs formats openapi store test
    web].freeze
  NAMED = %r{`((?:#{FOLDERS.join('|')})/[\w./-]+\.\w+)`}
  # Made by a build or by whoever runs it.
  MADE = %r{generated|PLACE|\Aweb/dist}

  def test_every_file_that_the_documents_name_is_there
    documents = Dir[File.join(ROOT, "{README.md,docs/*.md,docs/decisions/*.md}")]
    named = documents.flat_map do |path|
      File.read(path).scan(NAMED).flatten.map { |file| [File.basename(path), file] }
    end

    refute_empty named
    assert_empty(named.uniq.reject do |_, file|
      file.match?(MADE) || File.exist?(File.join(ROOT, file))
    end)
  end
end
