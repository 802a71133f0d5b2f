# frozen_string_literal: true

module Acts
  # What was said of one record before, and what of a new sending counts beside it.
  class RecordVersions
    # known: the row as it stands
    def initialize(store:, known:)
      @store = store
      @known = known
    end

    # The stored revision of the same sending, or of a later one by the same device; nil when it
    # says something new.
    def already(sent, fingerprint)
      heard = heard(sent)
      if heard && (heard[:device_revision] > sent[:revision] || heard[:fingerprint] == fingerprint)
        heard
      end
    end

    # The same revision of the same device with something else in it.
    def other_content?(sent)
      heard = heard(sent)
      heard && heard[:device_revision] == sent[:revision]
    end

    # { sent: what is to be stored, collisions: [...] }. A device that never spoke of it is taken at
    # its word: it read what stands, or it is an older phone that names no device.
    def merged(sent)
      standing = SentAgain.of(@store, @known)
      base = @store.encounters.last_said(@known.id, device: sent[:device].to_s)
      merge = Core::Records::Merge.call(base:, sent: Plain.of(sent), stands: Plain.of(standing))
      names = merge[:fields].map(&:to_sym)
      {
        sent: standing.merge(names.to_h { |name| [name, sent[name]] }),
        collisions: merge[:collisions]
      }
    end

    private

    # Asked for once; there is one sending to each of these.
    def heard(sent)
      return @heard if defined?(@heard)

      @heard =
        @store.encounters.heard(@known.id, device: sent[:device].to_s, revision: sent[:revision])
    end
  end
end
