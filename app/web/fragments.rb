# frozen_string_literal: true

module VastLattice
  module Web
    # The parts of a workspace's page that an edit may change, so that its answer can bring them along.
    module Fragments
      # By the selector of its element, the template that makes each.
      ALL = { '.head-title' => :'workspace/_title', '#pickers' => :'workspace/_pickers', '#all-names' => :'workspace/_names',
              '.strip' => :'workspace/_strip', '#stage' => :'workspace/_stage' }.freeze
      # Digits by which parts are told apart.
      DIGITS = 16

      private

      # What a page of a Stored family shows now, in plain form: the parts that are not as the page has them, by selector, the marks of
      # all of them, and the tables and names that its scripts know. The request says which +page+ (a stage, with "open" and "tab") and what
      # it +had+ (marks, with commas); nil where it asks for none.
      def fragments(stored)
        stage = Stage.find(text_of('page')) or return
        @page = workspace_page(stored, stage, pick, PictureParams.read(params))
        parts = ALL.transform_values { |template| partial(template) }
        marks = parts.transform_values { |html| ::Digest::SHA256.hexdigest(html)[0, DIGITS] }
        had = text_of('had').split(',')
        { parts: parts.reject { |selector, _| had.include?(marks[selector]) }, marks: marks, **@page.known }
      end

      # The page of a stage; +open+ and +tab+ as the request has them.
      def workspace_page(stored, stage, pick, picture)
        about = { open: text_of('open'), tab: text_of('tab'), picture: picture, display: shown_units, house: method(:house) }
        WorkspacePage.new(stored, stage, pick, store, **about)
      end
    end
  end
end
