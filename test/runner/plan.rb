# frozen_string_literal: true

require_relative "task"

module Runner
  # Turns the arguments of bin/test into tasks.
  module Plan
    LAYERS = %w[lint house core field simulated devices store api attacks browser web].freeze
    WITHOUT_DATABASE = %w[lint house core simulated devices web].freeze
    COMMANDS = {
      "lint" => {
        "types (vue-tsc)" => "npm run --silent check",
        "eslint" => "npm run --silent eslint",
        "prettier" => "npm run --silent prettier",
        "contract (two validators)" => "node ../bin/lib/check_contract.mjs",
        "rubocop" => "cd .. && bundle exec rubocop --no-color --format simple"
      },
      "web" => { "vitest" => "npm run --silent test" }
    }.freeze

    module_function

    # names: layers or files of tests, none for all
    #
    # Raises ArgumentError when a name is neither.
    def tasks(names)
      names = LAYERS if names.empty?
      names.flat_map { |name| LAYERS.include?(name) ? layer(name) : [file(name)] }.uniq
    end

    def layer(layer)
      commands = COMMANDS.fetch(layer, {}).map do |name, command|
        Task.new(name:, layer:, command: ["sh", "-c", "cd web && #{command}"])
      end
      commands + Dir["test/#{layer}/**/*_test.rb"].map { |path| file(path) }
    end

    def file(path)
      raise ArgumentError, "there is no layer or file #{path}" unless File.file?(path)

      Task.new(name: path, layer: path[%r{\Atest/(\w+)/}, 1])
    end
    private_class_method :layer, :file
  end
end
