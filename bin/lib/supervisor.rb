# frozen_string_literal: true

require "fileutils"
require "json"
require "logger"
require "rbconfig"

# Keeps the processes of one Voucher going: starts them in order, writes down what they say, starts
# again what ended, and ends all of them when it is asked to. When it dies itself, the kernel ends
# them.
class Supervisor
  LOG_FILES = 5
  LOG_BYTES = 10_000_000
  # A process that ends is started again after so long, and longer each time until it stayed up.
  FIRST_PAUSE_SECONDS = 0.3
  LONGEST_PAUSE_SECONDS = 10
  STAYED_UP_SECONDS = 20
  STOP_SECONDS = 20
  UP_SECONDS = 60

  # name; command: [String]; env: Hash; stop: the signal it ends by; ready: -> { whether it is up },
  # or nil
  Child =
    Struct.new(
      :name, :command, :env, :stop, :ready, :pid, :started_at, :pause, :due_at, keyword_init: true
    )

  # to_stdout: what processes say goes on, each line with who said it, instead of into files
  def initialize(log_dir:, to_stdout: false)
    @log_dir = log_dir
    @to_stdout = to_stdout
    @children = []
    @stopping = false
    @logs = {}
  end

  # Lines on their way out, with the name of who said them; one that is JSON stays one.
  Said = Struct.new(:name) do
    def write(line)
      $stdout.write(line.start_with?("{") ? line.sub("{",
        %({"from":"#{name}",)) : "#{name}: #{line}")
    end

    def close = nil
  end

  def on_signal = @stopping = true

  # Starts a process and waits until it is up. Raises when it is not within UP_SECONDS.
  def add(name, command, env: {}, stop: "TERM", ready: nil)
    child = Child.new(name:, command:, env:, stop:, ready:, pause: FIRST_PAUSE_SECONDS)
    @children << child
    start(child)
    deadline = now + UP_SECONDS
    until ready.nil? || ready.call
      if now > deadline || @stopping
        raise "#{name} was not up within #{UP_SECONDS} s; see #{File.join(@log_dir, "#{name}.log")}"
      end

      tend
      sleep 0.1
    end
  end

  # Runs until a signal, then ends all in the opposite order.
  def watch
    until @stopping
      tend
      sleep 0.2
    end
  ensure
    stop
  end

  def stop
    @stopping = true
    @children.reverse_each { |child| stop_child(child) }
  end

  def pids = @children.to_h { |child| [child.name, child.pid] }

  private

  # Collects what ended, and starts again what is due.
  def tend
    @children.each do |child|
      note_end(child) if child.pid && Process.wait(child.pid, Process::WNOHANG)
      start(child) if child.pid.nil? && child.due_at && now >= child.due_at && !@stopping
    end
  end

  def note_end(child)
    code = $CHILD_STATUS
    stayed = now - child.started_at > STAYED_UP_SECONDS
    child.pause = stayed ? FIRST_PAUSE_SECONDS : [child.pause * 2, LONGEST_PAUSE_SECONDS].min
    log(child).warn("ended (#{code.inspect}); starts again in #{child.pause} s")
    child.due_at = now + child.pause
    child.pid = nil
  end

  # It hears a signal when the supervisor dies, however that happens.
  def start(child)
    reader, writer = IO.pipe
    child.pid =
      Process.spawn(
        child.env,
        "setpriv",
        "--pdeathsig",
        child.stop,
        "--",
        *child.command,
        in: File::NULL,
        out: writer,
        err: writer,
        umask: 0o077,
        pgroup: true
      )
    child.started_at = now
    child.due_at = nil
    writer.close
    Thread.new { copy(reader, log(child)) }
  end

  def copy(reader, log)
    while (line = reader.gets)
      log << line
      $stdout.flush if @to_stdout
    end
  rescue IOError, SystemCallError
    nil
  ensure
    reader.close
  end

  def log(child)
    return @logs[child.name] ||= Logger.new(Said.new(child.name)) if @to_stdout

    @logs[child.name] ||= Logger.new(File.join(@log_dir, "#{child.name}.log"), LOG_FILES, LOG_BYTES)
  end

  def stop_child(child)
    pid = child.pid or return
    Process.kill(child.stop, pid)
    deadline = now + STOP_SECONDS
    until Process.wait(pid, Process::WNOHANG)
      Process.kill("KILL", -pid) if now > deadline
      sleep 0.05
    end
  rescue Errno::ESRCH, Errno::ECHILD
    nil
  ensure
    child.pid = nil
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
