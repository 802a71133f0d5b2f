# frozen_string_literal: true

module Api
  module Routes
    # The trainer: what it works with, results, and what is signed of them.
    class Practice < Base
      get("/api/practice") { json(Acts::OpenPractice.call(context(member!))) }

      get("/api/practice/card") { json(Acts::OpenPractice.card(context(member!))) }

      post("/api/practice/results") do
        Acts::KeepResults.call(context(member!), sent: sent[:results])
        json(Acts::OpenPractice.call(context(member)))
      end

      get("/api/members/:id/practice") do
        json(Acts::OpenPractice.call(context(coordinator!), member_id: given[:id]))
      end

      post("/api/members/:id/practice") do
        Acts::SignTraining.call(
          context(coordinator!), member_id: given[:id], item: sent[:item], note: sent[:note]
        )
        json(Acts::OpenPractice.call(context(member), member_id: given[:id]))
      end
    end
  end
end
