# frozen_string_literal: true

require "yaml"
require_relative "../support/test_helper"
require_relative "../../bin/lib/write_notice"
require "open3"

# The notice, the help of every command, the version and the container file.
class ReleaseTest < Minitest::Test
  ROOT = File.expand_path("../..", __dir__)

  def test_the_notice_names_what_others_wrote
    assert_equal Notice.text, File.read(Notice::FILE), "run bin/lib/write_notice.rb"
    assert_includes Notice.text, "sinatra"
    refute_includes Notice.text, "rubocop"
  end

  def test_every_command_helps_and_ends_well
    %w[voucher test pg console screenshots].each do |name|
      out, status = Open3.capture2e(File.join(ROOT, "bin", name), "--help")

      assert_equal [true, true], [status.success?, out.include?("bin/#{name}")], "#{name}: #{out}"
    end
  end

  def test_the_contract_bears_the_version_of_the_changelog
    newest = File.read(File.join(ROOT, "CHANGELOG.md"))[/^## (\d+\.\d+\.\d+)/, 1] || "0.1.0"

    assert_equal newest,
      YAML.safe_load_file(Api::Contract::FILE, aliases: true).dig("info", "version")
  end

  def test_a_container_has_the_packages_that_a_release_asks_for
    asked = File.read(File.join(ROOT, "bin/lib/setup.sh"))[/release_packages=\((.*?)\)/, 1].split
    file = File.read(File.join(ROOT, "config/examples/Containerfile"))
    installed = file[/no-install-recommends \\\n(.*?)\\\n/m, 1].split

    assert_equal asked, installed
  end

  # As the validator of such files sees it, every instruction known and none in vain.
  def test_the_container_file_is_sound
    script = <<~JS
      import { validate } from "dockerfile-utils"
      import { readFileSync } from "node:fs"
      const found = validate(readFileSync("../config/examples/Containerfile", "utf8"))
      for (const one of found) console.log(one.range.start.line + 1, one.message)
      process.exit(found.length ? 1 : 0)
    JS
    out, status = Open3.capture2e("node", "--input-type=module", "-e", script,
      chdir: File.join(ROOT, "web"))

    assert_predicate status, :success?, out
  end
end
