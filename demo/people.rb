# frozen_string_literal: true

module Demo
  # The invented members of the cooperative. Skill scales how fast they work: 1 is average, lower is
  # faster.
  module People
    PASSWORD = "low tide at noon"
    MEMBERS = [
      ["Isolde Brannock", "tagger", "isolde@marrow.example", "Isolde B.", 0.8],
      ["Hamish Torvald", "coordinator", "hamish@marrow.example", "Hamish T.", 0.9],
      ["Wren Castellan", "tagger", "wren@marrow.example", "Wren", 0.9],
      ["Odo Larkspur", "tagger", "odo@marrow.example", nil, 1.1],
      ["Maud Fennimore", "tagger", "maud@marrow.example", "Maud F.", 1.0],
      ["Piers Halloway-Oe", "tagger", "piers@marrow.example", "Piers", 1.3],
      ["Tamsin Quill", "tagger", "tamsin@marrow.example", "Tamsin Q.", 0.85],
      ["Bertil Skaw", "tagger", "bertil@marrow.example", nil, 1.2],
      ["Agnes Marrable", "coordinator", "agnes@marrow.example", "Agnes M.", 1.0],
      ["Corin Vane", "tagger", "corin@marrow.example", "Corin", 1.5],
      ["Lisbet Thorne", "tagger", "lisbet@marrow.example", "Lisbet T.", 1.0],
      ["Rafe Ollerton", "tagger", "rafe@marrow.example", nil, 1.15],
      ["Junia Peverell", "tagger", "junia@marrow.example", "Junia", 0.95],
      ["Ansel Drury", "tagger", "ansel@marrow.example", "Ansel D.", 1.4]
    ].map { |row| %i[name role email public_name skill].zip(row).to_h.freeze }.freeze
    TAGGER = MEMBERS.first[:email]
    COORDINATOR = MEMBERS[1][:email]
    FINDERS = [
      "Edda Morrow", "Gil Sandham", "Perpetua Rook", "Jory Weatherby", "Nessa Ives", "Tobiah Creel",
      nil, nil
    ].freeze
  end
end
