# frozen_string_literal: true

require "fileutils"
require "json"

# Which process is the Voucher of this folder: written down so that nobody else's is ever taken for
# it, also when its number was given to another one after a power cut.
class Running
  BOOT = "/proc/sys/kernel/random/boot_id"

  def initialize(dir)
    FileUtils.mkdir_p(dir)
    @file = File.join(dir, "voucher.json")
  end

  # about: what else whoever asks may want to know
  def note(pid:, **about)
    aside = "#{@file}.part"
    File.write(aside, JSON.generate(pid:, born: born(pid), boot: File.read(BOOT).strip, **about))
    File.rename(aside, @file)
  end

  # What was noted of it while it runs, else nil.
  def find
    noted = JSON.parse(File.read(@file), symbolize_names: true)
    if noted[:boot] == File.read(BOOT).strip && noted[:born] && noted[:born] == born(noted[:pid])
      noted
    end
  rescue Errno::ENOENT, JSON::ParserError
    nil
  end

  def forget = FileUtils.rm_f(@file)

  private

  # When a process was born, in ticks since the machine was started: with its number this is who it
  # is.
  def born(pid)
    stat = File.read("/proc/#{Integer(pid)}/stat")
    return nil if stat[/\) (\w)/, 1] == "Z"

    stat[/\) (.*)/m, 1].split[19]
  rescue SystemCallError, TypeError, ArgumentError
    nil
  end
end
