# frozen_string_literal: true

# Writes docs/PRIVACY.md from core/privacy/personal_data.rb.
require_relative "../../config/boot"

File.write(File.join(ROOT, "docs/PRIVACY.md"), Core::Privacy::PersonalData.document)
