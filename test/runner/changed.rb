# frozen_string_literal: true

# Prints the layers and files of tests that a change can touch, a line each:
#   ruby test/runner/changed.rb [COMMIT]     since that commit, HEAD when none is named
# It reads names only, so it is a quick answer while working, not a replacement for bin/test.
module Runner
  # From changed files to tests.
  class Changed
    TESTS = Dir["test/**/*_test.rb"].freeze
    # Tests for any change in a folder; those that name a changed constant come on top.
    LAYERS = {
      "core" => %w[core house],
      "store" => %w[store house],
      "acts" => %w[house],
      "api" => %w[house],
      "formats" => %w[house],
      "devices" => %w[devices house],
      "db" => %w[store test/api/day_at_the_water_test.rb test/attacks/evidence_test.rb],
      "openapi" => %w[test/api/answer_test.rb test/api/privacy_test.rb test/attacks/fuzz_test.rb],
      "demo" => %w[test/simulated/demo_truth_test.rb test/store/constraints_test.rb],
      "config" => %w[
        test/attacks/lifecycle_test.rb test/attacks/outage_test.rb test/house/texts_test.rb
      ],
      "bin" => %w[test/attacks/lifecycle_test.rb test/attacks/backup_test.rb],
      "web" => %w[lint web test/browser/every_page_test.rb]
    }.freeze

    def initialize(files)
      @files = files
    end

    # Returns layers and files, those of a named layer left out.
    def tests
      wanted = @files.flat_map { |file| touched_by(file) }.uniq
      wanted.reject { |name| wanted.include?(name[%r{\Atest/(\w+)/}, 1]) }.sort
    end

    private

    def touched_by(file)
      return TESTS.include?(file) ? [file] : naming(File.basename(file, ".*")) if in_tests?(file)

      LAYERS.fetch(file[%r{\A[^/]+}], []) + compiled(file) + pages(file) + naming(constant(file))
    end

    def in_tests?(file) = file.start_with?("test/")

    # core/handling/air_budget.rb is AirBudget; addresses of a route file count as its names.
    def constant(file)
      return unless file.end_with?(".rb") && !file.start_with?("bin/", "config/", "db/")

      File.basename(file, ".rb").split("_").map(&:capitalize).join
    end

    def naming(name)
      return [] if name.nil?

      TESTS.select { |test| File.read(test).match?(/\b#{Regexp.escape(name)}\b/) }
    end

    def compiled(file)
      return [] unless file.start_with?("core/")

      name = file.delete_prefix("core/").delete_suffix(".rb")
      list = File.read("bin/lib/compile_core.rb")
      list.match?(%r{(?<![\w/])#{Regexp.escape(name)}(?![\w/])}) ? %w[field] : []
    end

    # Browser tests that open a page of that place.
    def pages(file)
      place = file[%r{\Aweb/src/places/(\w+)/}, 1]
      return [] if place.nil?

      TESTS.grep(%r{/browser/}).select { |test| File.read(test).include?("/#{place}") }
    end
  end
end

if $PROGRAM_NAME == __FILE__
  Dir.chdir(File.expand_path("../..", __dir__))
  since = ARGV.fetch(0, "HEAD")
  changed = `git diff --name-only --diff-filter=d #{since}` +
    `git ls-files --others --exclude-standard`
  puts Runner::Changed.new(changed.split("\n")).tests
end
