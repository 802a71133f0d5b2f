# frozen_string_literal: true

module Acts
  # The words of the letters: read, tried out, changed, put back to what we start from.
  module KeepTemplate
    module_function

    # [{ kind:, title:, to:, values: [{ name:, meaning: }], subject:, body:, own: whether a
    # coordinator changed it, by:, updated_at:, failed: }]
    def all(store:)
      changed = store.letters.templates
      Core::Letters::Kind.all.map do |kind|
        own = changed[kind.key]
        {
          kind: kind.key, title: kind.title, to: kind.to,
          values: kind.values.map { |name, (meaning, _)| { name:, meaning: } },
          **(own || kind.words).slice(:subject, :body),
          own: !own.nil?,
          **{ by: nil, updated_at: nil, failed: nil, **own.to_h }.slice(:by, :updated_at, :failed)
        }
      end
    end

    # The letter as it would be, with values of an invented fish. Raises Core::InvalidInput,
    # NotFound.
    def preview(kind:, subject:, body:)
      Formats::LetterText.fill({ subject:, body: }, Core::Letters::Kind.fetch(kind).examples)
    end

    # subject, body nil: back to what we start from. Raises as .preview.
    def call(context, kind:, subject:, body:)
      context.store.write do
        Core::Letters::Kind.fetch(kind)
        before = context.store.letters.template(kind)
        if subject
          preview(kind:, subject:, body:) &&
            context.store.letters.keep_template(
              kind, subject:, body:,
              member_id: context.member.id
            )
        else
          context.store.letters.drop_template(kind)
        end
        context.store.changes.note(
          record: "letter_template",
          record_id: kind,
          before:,
          after: {
            subject:,
            body:
          },
          member_id: context.member.id
        )
      end
    end
  end
end
