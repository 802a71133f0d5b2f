# frozen_string_literal: true

require_relative "../support/test_helper"

# Every claim of docs/SECURITY.md names a test that would refute it, and that test is there.
class ClaimsTest < Minitest::Test
  ROWS = File.readlines(File.join(ROOT, "docs/SECURITY.md"), chomp: true)
    .grep(/\A\| \d/).map { |line| line.split(" | ").map { |cell| cell.delete("|").strip } }.freeze
  # What no test of ours can refute by itself.
  ELSEWHERE = ["library's own", "browser", "bin/test", "api tests"].freeze

  def files(name)
    return [File.join(ROOT, "#{name}.rb")] if name.start_with?("bench/")

    Dir[File.join(ROOT, "test/{,attacks/}#{name}{_test.rb,/*_test.rb}")]
  end

  def test_every_claim_names_a_test_that_is_there
    assert_operator ROWS.size, :>=, 25
    ROWS.each do |number, _, tests|
      refute_empty tests.to_s, number
      tests.split(";").map(&:strip).each { |named| look_for(number, named) }
    end
  end

  def look_for(claim, named)
    place, tests = named.split(": ", 2)
    place.split(",").map { |part| part[/[^`]+(?=`?\z)/].strip }.each do |part|
      next if ELSEWHERE.include?(part)

      names = files(part.delete_prefix("HEAVY=1 "))

      refute_empty names, "#{claim}: there is no #{part}"
      tests.to_s.scan(/`(\w+)`/).flatten.each do |name|
        assert names.any? { |file| File.read(file).match?(/def test_\w*#{name}/) },
          "#{claim}: no test of #{part} is called #{name}"
      end
    end
  end
end
