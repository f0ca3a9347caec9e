# frozen_string_literal: true

require_relative '../lib/vast_lattice'
require 'active_record'

module VastLattice
  # Loads the application, connects it to its database and brings in the demo.
  module Boot
    ROOT = File.expand_path('..', __dir__)
    DEMO = File.join(ROOT, 'demo')

    LOADER = Zeitwerk::Loader.new
    LOADER.push_dir(File.join(ROOT, 'app'), namespace: VastLattice)
    LOADER.ignore(__FILE__, File.join(ROOT, 'app/views'))
    LOADER.collapse(File.join(ROOT, 'app/web/resources'))
    LOADER.inflector.inflect('plain_json' => 'PlainJSON', 'drawing_sheets_api' => 'DrawingSheetsAPI', 'generations_api' => 'GenerationsAPI',
                             'lists_api' => 'ListsAPI', 'outlines_api' => 'OutlinesAPI', 'models_api' => 'ModelsAPI',
                             **%w[tables imports lattice variants results reviews interference model edits rules families forms bundles
                                  configurations].to_h { |name| ["#{name}_api", "#{name.capitalize}API"] },
                             'form_design_api' => 'FormDesignAPI')
    LOADER.setup

    # Connects to the database and migrates it.
    def self.start(settings)
      Storage::Database.open(settings)
    rescue Storage::Database::Newer => e
      abort e.full_text
    rescue ActiveRecord::ActiveRecordError => e
      abort "The database cannot be used: #{e.message.lines.first.strip} If its folder is broken, bin/start --fresh makes a new one."
    end

    # Loads all code at once, so that processes that are forked share it.
    def self.load_code = Zeitwerk::Loader.eager_load_all

    # Stores the demo families, if nothing is stored yet.
    def self.load_demo(store = Storage::Store.new)
      return if Storage::DocumentRecord.exists?

      families = Dir[File.join(DEMO, '*.yaml')].map { |path| Exchange::FamilyFile.read(File.read(path)).family }
      Family::Kinship.ordered(families).each { |family| store.create(family, person: 'Demo') }
    end
  end
end
