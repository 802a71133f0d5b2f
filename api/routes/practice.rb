# frozen_string_literal: true

module Api
  module Routes
    # The trainer: what it works with, results, and what is signed of them.
    class Practice < Base
      get("/api/practice") { json(shown(Acts::OpenPractice.call(context(member!)))) }

      get("/api/practice/card") { json(Acts::OpenPractice.card(context(member!))) }

      post("/api/practice/results") do
        Acts::KeepResults.call(context(member!), sent: sent[:results])
        json(shown(Acts::OpenPractice.call(context(member))))
      end

      get("/api/members/:id/practice") do
        json(shown(Acts::OpenPractice.call(context(coordinator!), member_id: given[:id])))
      end

      post("/api/members/:id/practice") do
        Acts::SignTraining.call(
          context(coordinator!), member_id: given[:id], item: sent[:item], note: sent[:note]
        )
        json(shown(Acts::OpenPractice.call(context(member), member_id: given[:id])))
      end

      helpers do
        def shown(told)
          items = told[:items].map do |item|
            item.merge(signed: item[:signed] && Views.times(item[:signed]))
          end
          told.merge(items:)
        end
      end
    end
  end
end
