# frozen_string_literal: true

module Runner
  # One throw-away PostgreSQL cluster for each slot, so that roles, slots and databases of tests
  # that run side by side never meet.
  class Clusters
    def initialize(count)
      @names = (1..count).map { |slot| "test#{slot}" }
    end

    # Yields { slot => environment }, and stops the clusters afterwards.
    def start
      @names.map { |name| Thread.new { pg("start", name) } }.each(&:join)
      yield @names.each_with_index.to_h { |name, index| [index + 1, environment(name)] }
    ensure
      @names.map { |name| Thread.new { pg("stop", name) } }.each(&:join)
    end

    private

    def environment(name)
      { "TEST_CLUSTER" => name, "TEST_DATABASE_URL" => pg("url", name).strip }
    end

    def pg(command, name)
      output = IO.popen(["bin/pg", command, name], &:read)
      $?.success? ? output : abort("bin/test: bin/pg #{command} #{name} failed") # rubocop:disable Style/SpecialGlobalVars
    end
  end

  module_function

  # Core alone needs little of it, and is then ready sooner.
  def load_application(tasks)
    return if tasks.empty?

    require_relative "../support/test_helper"
    layers = tasks.map(&:layer).uniq
    return LOADER.eager_load_dir("core") if (layers - %w[core field]).empty?

    LOADER.eager_load
    require_relative "../support/browser_case" if layers.include?("browser")
    require_relative "../support/api_case" if layers.intersect?(%w[api attacks])
  end
end
