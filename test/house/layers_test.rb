# frozen_string_literal: true

require_relative "../support/test_helper"
require "tsort"

# The arrows of docs/ARCHITECTURE.md: a layer that names what it may not fails the build.
class LayersTest < Minitest::Test
  LAYERS = %w[Core Store Formats Devices Acts Api Demo].freeze
  MAY_NAME = {
    "core" => %w[Core],
    "store" => %w[Core Store],
    "formats" => %w[Core Formats],
    "devices" => %w[Core Devices],
    "acts" => %w[Core Store Formats Devices Acts],
    "api" => %w[Acts Store Core Api]
  }.freeze
  # What the outside world is made of: core knows none of it, and HTTP stays in api/.
  NO_WORLD =
    /\b(ENV|File|Dir|IO|Kernel|Sequel|Sinatra|Rack|Roda|Que|Net|Random|SecureRandom|Logger)\b|
     \b(Time|Date|DateTime)\.(now|today)|\b(rand|puts|sleep)\b/x
  NO_HTTP = /\b(Sinatra|Rack|Roda)\b|\bENV\b/
  # api/ may name the errors of core, not its rules.
  CORE_ERRORS = /\bCore::(?!InvalidInput|NotFound|Conflict|Forbidden|Error|Text\b)\w+/

  def test_every_layer_names_only_what_it_may
    MAY_NAME.each do |folder, allowed|
      each_line(folder) do |place, code|
        (LAYERS - allowed).each do |other|
          refute_match(/(?<![\w:])#{other}::/, code, "#{place} names #{other}")
        end
      end
    end
  end

  # Folders of core, and acts, jobs and queries one by one.
  def test_nothing_needs_itself_by_way_of_others
    assert_empty cycles(needs_of_core), "folders of core"
    assert_empty cycles(needs_of_acts), "acts"
  end

  # { folder of core => folders that it names }
  def needs_of_core
    folders = Dir[File.join(ROOT, "core/*/")].map { |path| File.basename(path) }
    named = folders.to_h { |folder| [camel(folder), folder] }
    folders.to_h do |folder|
      [folder, names_in("core/#{folder}", /(?<![\w:])(?:Core::)?([A-Z]\w+)::/, named) - [folder]]
    end
  end

  # { act => acts that it names }
  def needs_of_acts
    files = Dir[File.join(ROOT, "acts/**/*.rb")]
    named = files.to_h { |file| [camel(File.basename(file, ".rb")), file] }
    named.to_h do |name, file|
      used = File.read(file).gsub(/^\s*#.*$/, "").scan(/(?<![\w:])([A-Z]\w+)(?=\.|::)/).flatten
      [name, (used.uniq & named.keys) - [name]]
    end
  end

  def names_in(folder, pattern, named)
    lines = []
    each_line(folder) { |_, code| lines.concat(code.scan(pattern).flatten) }
    lines.filter_map { |name| named[name] }.uniq
  end

  def cycles(needs)
    children = ->(node, &visit) { needs.fetch(node).each(&visit) }
    TSort.strongly_connected_components(needs.method(:each_key), children).select { _1.size > 1 }
  end

  def camel(name) = name.split("_").map(&:capitalize).join

  def test_core_knows_no_files_clock_chance_or_network
    each_line("core") do |place, code|
      refute_match(NO_WORLD, code, "#{place} reaches outside core")
    end
  end

  # Files are loaded when they are first named, so each may be the first that needs a library.
  LIBRARIES = {
    "Numo" => "numo/narray", "Matrix" => "matrix", "CSV" => "csv", "Zip" => "zip",
    "REXML" => "rexml", "Icalendar" => "icalendar", "Liquid" => "liquid", "Vips" => "vips",
    "Prawn" => "prawn", "Mail" => "mail", "RQRCode" => "rqrcode"
  }.freeze

  def test_who_uses_a_library_asks_for_it
    folders = %w[core store formats devices acts].join(",")
    forgotten = Dir[File.join(ROOT, "{#{folders}}/**/*.rb")].flat_map do |file|
      text = File.read(file).gsub(/^\s*#.*$/, "")
      used = LIBRARIES.select { |name, _| text.match?(/(?<![\w:"])#{name}(::|\[|\.)/) }
      used.values.reject { |library| text.match?(/^require "#{library}/) }
        .map { |library| "#{library} in #{file}" }
    end

    assert_empty forgotten
  end

  def test_questions_only_read
    each_line("acts/questions") do |place, code|
      refute_match(/store\.write\b|WriteLetter|RecordEncounter|\bKeep[A-Z]\w+\.call/, code,
        "#{place} writes; an act should")
    end
  end

  def test_http_stays_in_api
    %w[store formats devices acts].each do |folder|
      each_line(folder) do |place, code|
        refute_match(NO_HTTP, code, "#{place} knows HTTP or the environment")
      end
    end
  end

  def test_api_judges_nothing
    each_line("api") do |place, code|
      refute_match(CORE_ERRORS, code, "#{place} names a rule; an act should")
    end
  end

  def test_sql_stays_in_store
    %w[core formats devices acts].each do |folder|
      each_line(folder) do |place, code|
        refute_match(/\bSequel\b|\bdb\[/, code, "#{place} knows SQL")
      end
    end
  end

  # Pages ask core through its doors, the Deck's and the trainer's; nothing else opens a compiled
  # file or a worker.
  def test_pages_reach_core_by_its_door
    files = Dir[File.join(ROOT, "web/src/**/*.{ts,vue}")].grep_v(%r{/src/(?:core|practice)/})
    strangers =
      files.select do |file|
        File.read(file).match?(
          %r{\.generated\.js['"]|core/(?:worker|door)|practice/(?:trainer|door)|new Worker\(}
        )
      end

    assert_empty(strangers.map { |file| file.delete_prefix("#{ROOT}/") })
  end

  private

  def each_line(folder)
    files = Dir[File.join(ROOT, folder, "**/*.rb")]

    refute_empty files
    files.each do |file|
      File.readlines(file).each_with_index do |line, index|
        code = line.gsub(/"[^"#]*"/, '""').sub(/(?<!["'\w])#(?!\{).*/, "")
        yield "#{file.delete_prefix("#{ROOT}/")}:#{index + 1}", code
      end
    end
  end
end
