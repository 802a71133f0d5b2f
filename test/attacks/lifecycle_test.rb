# frozen_string_literal: true

require_relative "../support/test_helper"
require "English"
require_relative "../../bin/lib/running"
require_relative "../../bin/lib/supervisor"

# Starting, stopping and being killed: nobody else's process is ever taken for ours, and ours never
# stays behind.
class LifecycleTest < Minitest::Test
  def setup
    @dir = Dir.mktmpdir("voucher-lifecycle")
    @running = Running.new(@dir)
    @children = []
  end

  def teardown
    @children.each do |pid|
      Process.kill("KILL", pid) && Process.wait(pid)
    rescue StandardError
      nil
    end
    FileUtils.rm_rf(@dir)
  end

  def sleeper = Process.spawn("sleep", "60").tap { |pid| @children << pid }
  def file = File.join(@dir, "voucher.json")

  def change(**about)
    File.write(file, JSON.generate(JSON.parse(File.read(file), symbolize_names: true).merge(about)))
  end

  def until_true(seconds: 10)
    (seconds * 20).times { yield ? (return true) : sleep(0.05) }
    false
  end

  def test_a_process_is_ours_by_its_number_its_birth_and_the_machines_start
    @running.note(pid: pid = sleeper, address: "http://here")

    assert_equal [pid, "http://here"], @running.find.values_at(:pid, :address)
    change(born: "1")

    assert_nil @running.find, "the number was given to another process"
    @running.note(pid:)
    change(boot: "another start of the machine")

    assert_nil @running.find
    @running.note(pid:)
    Process.kill("KILL", pid)

    assert_nil(
      until_true { @running.find.nil? } ? @running.find : :still,
      "one that died and was not collected yet is gone, too"
    )
    File.write(file, "half a fi")

    assert_nil @running.find
  end

  def test_stop_leaves_a_stranger_alone
    pid = sleeper
    FileUtils.mkdir_p("#{@dir}/run")
    Running.new("#{@dir}/run").note(pid:)
    File.write(
      "#{@dir}/run/voucher.json",
      File.read("#{@dir}/run/voucher.json").sub(/"born":"\d+"/, '"born":"12"')
    )
    answer =
      IO.popen(
        { "VOUCHER_VAR" => @dir },
        [File.join(ROOT, "bin/voucher"), "stop"],
        err: %i[child out],
        &:read
      )

    assert_includes answer, "Stopped."
    assert Process.kill(0, pid)
  end

  def supervise
    pid = fork do
      supervisor = Supervisor.new(log_dir: @dir)
      trap("TERM") { supervisor.on_signal }
      yield supervisor
      supervisor.watch
      exit!(0)
    end
    @children << pid
    pid
  end

  def noted(name)
    File.exist?("#{@dir}/#{name}") ? Integer(File.read("#{@dir}/#{name}"), exception: false) : nil
  end

  def writes(name) = ["sh", "-c", "echo $$ > #{@dir}/#{name}; echo up; exec sleep 60"]

  def alive?(pid)
    File.exist?("/proc/#{pid}") && File.read("/proc/#{pid}/stat")[/\) (\w)/, 1] != "Z"
  end

  def test_what_is_killed_is_started_again_and_what_it_said_is_kept
    supervise do |supervisor|
      supervisor.add("web", writes("pid"), ready: -> { File.exist?("#{@dir}/pid") })
    end

    assert(until_true { noted("pid") })
    first = noted("pid")
    Process.kill("KILL", first)

    assert(until_true { noted("pid") && noted("pid") != first })
    assert(until_true { File.read("#{@dir}/web.log").scan(/^up$/).size == 2 })
  end

  def test_all_end_with_it_when_it_is_asked_and_when_it_is_killed
    %w[TERM KILL].each do |signal|
      FileUtils.rm_f("#{@dir}/pid")
      pid = supervise { |supervisor| supervisor.add("web", writes("pid")) }

      assert(until_true { noted("pid") })
      child = noted("pid")
      Process.kill(signal, pid)

      assert until_true { !alive?(child) }, "a child outlives a supervisor that got #{signal}"
    end
  end

  # After a power cut the file may name a process that is something else by now.
  def test_a_database_starts_though_its_file_names_a_process_that_is_none
    pg = File.join(ROOT, "bin/pg")
    env = { "VOUCHER_PG" => "#{@dir}/pg" }
    FileUtils.chmod(0o755, @dir)
    system(env, pg, "start", "test_power", exception: true, out: File::NULL)
    system(env, pg, "stop", "test_power", exception: true)
    File.write(
      "#{@dir}/pg/test_power/data/postmaster.pid",
      "#{sleeper}\n#{@dir}/pg/test_power/data\n1\n5432\n/tmp\n127.0.0.1\n 1 1\nready\n"
    )

    assert system(env, pg, "start", "test_power", out: File::NULL), "it does not start"
    assert system(env, pg, "status", "test_power", out: File::NULL)
    sums =
      IO.popen(
        [*Dir["/usr/lib/postgresql/*/bin/pg_controldata"].last(1), "#{@dir}/pg/test_power/data"],
        &:read
      )

    assert_match(/page checksum version: +1/, sums)
  ensure
    system(env, pg, "stop", "test_power")
  end
end
