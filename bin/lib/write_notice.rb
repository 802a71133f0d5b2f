# frozen_string_literal: true

# NOTICE: what others wrote that goes out with a release, under which licence. After a change of
# Gemfile.lock or web/package-lock.json: ruby bin/lib/write_notice.rb; with --check it only looks.
require "bundler"
require "json"

# Gems of the groups that run, and npm packages whose code is in the pages.
module Notice
  ROOT = File.expand_path("../..", __dir__)
  FILE = File.join(ROOT, "NOTICE")
  WITHOUT = %i[test lint].freeze
  # Gems that say it in their licence file alone.
  KNOWN = { "numo-narray" => "BSD-3-Clause", "exifr" => "MIT" }.freeze

  module_function

  def gems
    shipped.map do |spec|
      licences = spec.licenses.empty? ? [KNOWN.fetch(spec.name)] : spec.licenses
      [spec.name, spec.version.to_s, licences.join(" or ")]
    end
  end

  # The gems of the running groups, and their dependencies.
  def shipped
    specs = Bundler.definition.specs.to_h { |spec| [spec.name, spec] }
    asked = Bundler.definition.dependencies.reject do |dependency|
      (dependency.groups - WITHOUT).empty?
    end
      .map(&:name)
    packages = []
    while (name = asked.shift)
      next if packages.include?(name) || !specs.key?(name) || name == "bundler"

      packages << name
      asked.concat(specs.fetch(name).runtime_dependencies.map(&:name))
    end
    specs.values_at(*packages)
  end

  # As the lock has them; what builds the pages does not go out.
  def packages
    lock = JSON.parse(File.read(File.join(ROOT, "web/package-lock.json"))).fetch("packages")
    lock.reject do |path, entry|
      path.empty? || entry["dev"] || entry["optional"]
    end.map do |path, entry|
      [path.sub(%r{.*node_modules/}, ""), entry.fetch("version"), entry.fetch("license")]
    end
  end

  def table(rows)
    rows.uniq.sort.map { |name, version, licence| "#{name} #{version}: #{licence}" }.join("\n")
  end

  def text
    <<~TEXT
      Voucher is under the MIT licence, see LICENSE. With it go out, each under its own licence:

      Ruby libraries (vendor/bundle)

      #{table(gems)}

      Packages within the pages (public/app), fonts among them

      #{table(packages)}

      The fonts Source Sans 3 and Atkinson Hyperlegible Mono are under the SIL Open Font License 1.1.
    TEXT
  end
end

if $PROGRAM_NAME == __FILE__
  if ARGV.include?("--check")
    lacking = Notice.text.lines.map(&:chomp) - File.readlines(Notice::FILE, chomp: true)
    abort "NOTICE lacks, run bin/lib/write_notice.rb:\n#{lacking.join("\n")}" if lacking.any?
  else
    File.write(Notice::FILE, Notice.text)
  end
end
