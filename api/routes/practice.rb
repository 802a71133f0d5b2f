# frozen_string_literal: true

module Api
  module Routes
    # The trainer: what it works with, results, and what is signed of them.
    class Practice < Base
      get("/api/practice") { own_practice }

      get("/api/practice/card") { json(Acts::OpenPractice.card(context(member!))) }

      post("/api/practice/results") do
        Acts::KeepResults.call(context(member!), sent: sent[:results])
        own_practice
      end

      get("/api/members/:id/practice") do
        practice_of(parameters[:id])
      end

      post("/api/members/:id/practice") do
        Acts::SignTraining.call(
          context(coordinator!), member_id: parameters[:id], item: sent[:item], note: sent[:note]
        )
        practice_of(parameters[:id])
      end

      helpers do
        def own_practice
          reader = context(member!)
          json(**Acts::OpenPractice.call(reader), seeds: Acts::GiveSeeds.call(reader))
        end

        # Who looks on gets no seeds.
        def practice_of(id)
          json(**Acts::OpenPractice.call(context(coordinator!), member_id: id), seeds: [])
        end
      end
    end
  end
end
