# frozen_string_literal: true

# Loads the layers: a folder is a module, a file is a constant in it. Nothing connects
# or starts here; config.ru, bin/ and the tests do that with what this returns.
ENV["BUNDLE_GEMFILE"] ||= File.expand_path("../Gemfile", __dir__)
ENV["BUNDLE_PATH"] ||= File.expand_path("../vendor/bundle", __dir__)
require "bundler/setup"
require "date"
require "digest"
require "erb"
require "json"
require "openssl"
require "que"
require "logger"
require "securerandom"
require "time"
require "sequel"
require "zeitwerk"
require_relative "config"
require_relative "database"
require_relative "roles"
require_relative "texts"

# One module per layer; what each may name is in docs/ARCHITECTURE.md.
# rubocop:disable Style/Documentation
module Core; end
module Store; end
module Formats; end
module Devices; end
module Acts; end
module Api; end
module Demo; end
# rubocop:enable Style/Documentation

ROOT = File.expand_path("..", __dir__)
LOADER = Zeitwerk::Loader.new
{
  core: Core, store: Store, formats: Formats, devices: Devices, acts: Acts, api: Api, demo: Demo
}.each { |folder, namespace| LOADER.push_dir(File.join(ROOT, folder.to_s), namespace:) }
# Folders by place order what would be one long list; they are no namespaces.
LOADER.collapse(
  File.join(ROOT, "acts/*"), File.join(ROOT, "acts/questions/*"), File.join(ROOT, "store/*")
)
LOADER.setup
# Before any class that has a text among its constants.
Core::Text.catalogue = Texts.read
