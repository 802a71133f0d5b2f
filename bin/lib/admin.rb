# frozen_string_literal: true

# Acts for the person who runs the machine, when nobody can sign in: bin/voucher admin DEED ...
#
#   add-coordinator NAME ADDRESS   a coordinator, who gets a letter to set a password
#   reset-password ADDRESS         the letter with the link for a new password
#   end-sessions ADDRESS           signs that account out everywhere
#   let-letters-go                 after a restore: letters leave again
#
# Every deed stands in the records, as done by whoever runs the machine.
require_relative "voucher_files"

# One deed from the command line.
class Admin
  DEEDS = {
    "add-coordinator" => 2, "reset-password" => 1, "end-sessions" => 1, "let-letters-go" => 0
  }.freeze

  USAGE = File.readlines(__FILE__).drop(2).take_while { |line| line.start_with?("#") }
    .map { |line| line.delete_prefix("#").strip }.join("\n")

  def initialize(deed, arguments)
    @deed = deed
    @arguments = arguments
    @store = VoucherFiles.store
    Que.connection = VoucherFiles.owner
  end

  def call
    VoucherFiles.refuse(USAGE) unless DEEDS[@deed] == @arguments.size

    send(@deed.tr("-", "_"), *@arguments)
  end

  private

  def add_coordinator(name, email)
    refuse("#{email} has no form of an address.") unless email.match?(/\A\S+@\S+\z/)
    refuse("#{email} has an account already.") if @store.members.account?(email)
    @store.write do
      id = @store.members.add(name:, email:, role: "coordinator")
      note("member", id, { name:, email:, role: "coordinator" })
      Acts::ResetJob.enqueue(email)
    end
    puts "#{name} gets a letter to #{email}, and sets a password with its link."
  end

  def reset_password(email)
    known(email)
    Acts::ResetJob.enqueue(email)
    puts "A letter with the link for a new password goes to #{email}."
  end

  def end_sessions(email)
    account_id = known(email)
    ended = @store.security.end_all_sessions(account_id)
    note("member", email, { sessions_ended: ended })
    puts "#{email} is signed out in #{ended} places."
  end

  def let_letters_go
    @store.programme.hold_letters(false)
    note("programme", "letters", { held: false })
    puts "Letters go again, the first within a minute."
  end

  def known(email)
    @store.members.account_id(email) || refuse("Nobody signs in with #{email}.")
  end

  def note(record, id, after)
    @store.changes.note(record:, record_id: id, before: nil, after:, member_id: nil)
  end

  def refuse(sentence) = VoucherFiles.refuse(sentence)
end

Admin.new(ARGV.first, ARGV.drop(1)).call if $PROGRAM_NAME == __FILE__
