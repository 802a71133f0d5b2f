# frozen_string_literal: true

module Runner
  # A process that runs files of tests, one after the other, as its parent asks for them. What a
  # file prints is kept apart; a file that ends the process takes no other file's results along.
  class Worker
    # Everything that a worker starts carries it, so that nothing stays behind.
    MARK = "VOUCHER_TEST_WORKER"

    attr_reader :pid

    # slot:        1 for the first of those that work side by side
    # filter:      runs only tests whose title holds it   String or nil
    # environment: of this slot alone                     { name => value }
    def initialize(slot:, filter: nil, seed: 0, environment: {})
      @mark = "#{Process.pid}-#{slot}"
      @filter = filter
      @seed = seed
      @environment = environment
      requests, @requests = IO.pipe
      @answers, answers = IO.pipe
      @pid = fork do
        [@requests, @answers].each(&:close)
        serve(requests, answers)
        # Without at_exit: what a worker inherited, a browser or a connection, is not its to close.
        exit!(true)
      end
      [requests, answers].each(&:close)
    end

    # Runs a file and returns its results, or nil and why there are none.
    def run(path, log:, limit_seconds:)
      @requests.puts(JSON.generate(path:, log:))
      unless @answers.wait_readable(limit_seconds)
        return [nil, "took longer than #{limit_seconds} s"]
      end

      size = @answers.read(4)
      return [nil, "ended its process"] if size.nil? || size.bytesize < 4

      [Marshal.load(@answers.read(size.unpack1("N"))), nil] # rubocop:disable Security/MarshalLoad
    rescue Errno::EPIPE
      [nil, "ended its process"]
    end

    def stop
      @requests.close unless @requests.closed?
      limit = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 5
      sleep 0.02 until ended? || Process.clock_gettime(Process::CLOCK_MONOTONIC) > limit
      kill
    end

    # Ends the process and all that it started.
    def kill
      ours = Dir["/proc/[0-9]*/environ"].filter_map do |file|
        File.read(file).include?("#{MARK}=#{@mark}\0") ? file[/\d+/].to_i : nil
      rescue SystemCallError
        nil
      end
      ours << @pid unless ended?
      ours.each do |pid|
        Process.kill(:KILL, pid)
      rescue Errno::ESRCH
        nil
      end
      Process.wait(@pid) unless ended?
      @answers.close unless @answers.closed?
    end

    private

    def ended?
      @ended ||= !Process.wait(@pid, Process::WNOHANG).nil?
    rescue Errno::ECHILD
      @ended = true
    end

    def serve(requests, answers)
      ENV[MARK] = @mark
      @environment.each { |name, value| ENV[name] = value }
      Minitest.seed = @seed
      requests.each_line do |line|
        asked = JSON.parse(line)
        print_into(asked["log"])
        data = Marshal.dump(run_file(File.expand_path(asked["path"])))
        answers.write([data.bytesize].pack("N"), data)
      end
    end

    def print_into(log)
      $stdout.reopen(log, "a")
      $stderr.reopen($stdout)
      [$stdout, $stderr].each { |stream| stream.sync = true }
    end

    def run_file(path)
      require path
      Minitest::Runnable.runnables.flat_map do |tests|
        srand(@seed)
        names = tests.runnable_methods.select { |name| wanted?(tests, name, path) }
        names.map { |name| result(Minitest.run_one_method(tests, name)) }
      end
    rescue LoadError, SyntaxError, StandardError => e
      [Result.new(title: path, seconds: 0, assertions: 0, state: "error", message: e.full_message)]
    end

    def wanted?(tests, name, path)
      tests.instance_method(name).source_location.first == path &&
        (@filter.nil? || "#{tests}##{name}".include?(@filter))
    end

    def result(test)
      state = if test.skipped? then "skipped"
      elsif test.passed? then "passed"
      else test.error? ? "error" : "failed"
      end
      Result.new(
        title: "#{test.class_name}##{test.name}", seconds: test.time, assertions: test.assertions,
        state:, message: test.failures.map { |failure| described(failure) }.join("\n")
      )
    end

    def described(failure)
      error = failure.error
      return "#{failure.message}\n#{failure.location}" if error == failure

      trace = (error.backtrace || []).grep_v(%r{/vendor/|test/runner}).first(12)
      ["#{error.class}: #{error.message[0, 2000]}", *trace].join("\n")
    end
  end
end
