# frozen_string_literal: true

require "socket"
require_relative "../support/test_helper"

class SmtpCarrierTest < Minitest::Test
  LETTER = {
    id: 7,
    recipient: "edda@finders.example",
    subject: "Die Geschichte: größer",
    body: "Grüße.\n.\nA line after a lone dot.\n"
  }.freeze

  # As much of a mail server as one letter needs; answers the recipient with what it is told to.
  # Returns what it heard.
  def server(recipient_answer: "250 ok", taken: true)
    listener = TCPServer.new("127.0.0.1", 0)
    thread =
      Thread.new do
        listener.accept.then { |client| talk(client, recipient_answer, taken).tap { client.close } }
      end
    yield "smtp://127.0.0.1:#{listener.addr[1]}"
    thread.value
  ensure
    listener.close
  end

  def talk(client, recipient_answer, taken)
    heard = +""
    client.write "220 here\r\n"
    until heard.end_with?("QUIT\r\n") || (line = client.gets).nil?
      heard << line
      case line
      when /\ADATA/
        client.write "354 go on\r\n"
        heard << client.gets until heard.end_with?("\r\n.\r\n")
        return heard unless taken

        client.write "250 taken\r\n"
      when /\ARCPT/ then client.write "#{recipient_answer}\r\n"
      else client.write "250 ok\r\n"
      end
    end
    heard
  end

  def test_a_letter_reaches_the_server_whole
    heard =
      server do |url|
        Devices::SmtpCarrier.new(url, sender: "Marrow <letters@marrow.example>").deliver(LETTER)
      end

    assert_includes heard, "RCPT TO:<edda@finders.example>"
    assert_includes heard, "Message-ID: <letter-7@marrow.example>"
    message = Mail.new(heard[/DATA\r\n(.*?)\r\n\.\r\n/m, 1].gsub(/^\.\./, "."))

    assert_equal [LETTER[:subject], "Grüße.\n.\nA line after a lone dot."],
      [
        message.subject,
        message.body.decoded.force_encoding("UTF-8").gsub("\r\n", "\n").strip
      ]
  end

  def test_a_refusal_is_an_error_that_the_job_tries_again
    server(recipient_answer: "550 no such person") do |url|
      assert_raises(Net::SMTPFatalError) do
        Devices::SmtpCarrier.new(url, sender: "Marrow <letters@marrow.example>").deliver(LETTER)
      end
    end
  end

  def test_a_line_that_goes_dead_after_the_letter_says_that_nobody_knows
    server(taken: false) do |url|
      assert_raises(Devices::CarriedPerhaps) do
        Devices::SmtpCarrier.new(url, sender: "Marrow <letters@marrow.example>").deliver(LETTER)
      end
    end
  end
end
