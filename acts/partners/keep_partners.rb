# frozen_string_literal: true

module Acts
  # The programmes to which we hand reports over: a coordinator enters name, address and the key
  # that the other programme made for us.
  module KeepPartners
    module_function

    # sent: { name:, address:, send_key: }. Raises Core::InvalidInput.
    def add(context, sent)
      name, key = sent[:name].strip, sent[:send_key].strip
      unless key.match?(/\A#{KeepReadingKeys::FORM}\z/o)
        refuse("send_key", "A key begins with vk_. Copy it whole from the other programme.")
      end
      address = address(sent[:address].strip)
      context.store.write do
        if context.store.partners.named(name)
          refuse("name", "A programme with this name is entered already.")
        end
        context.store.partners.add(name:, address:, send_key: key, member_id: context.member.id)
      end
    end

    # Reports that wait for it wait no longer. Raises Core::NotFound.
    def finish(context, id:)
      ended = context.store.write { context.store.partners.finish(id, now: context.now) }
      raise Core::NotFound.new(:no_such_partner, "This programme is not entered.") unless ended
    end

    # Scheme, host and port. Without a secret line the key could be read on the way, except within
    # this machine.
    def address(text)
      uri = URI.parse(text)
      port = uri.port == uri.default_port ? "" : ":#{uri.port}"
      known = %w[https http].include?(uri.scheme) && uri.host && uri.userinfo.nil?
      unless known && (uri.scheme == "https" || uri.host == "127.0.0.1")
        refuse("address", "Enter the address as https://, as in the browser's address line.")
      end

      "#{uri.scheme}://#{uri.host}#{port}"
    rescue URI::InvalidURIError
      refuse("address", "This is no address. Copy it from the browser's address line.")
    end

    def refuse(field, sentence) = raise(Core::InvalidInput.at(field, :not_so, sentence))
    private_class_method :address, :refuse
  end
end
