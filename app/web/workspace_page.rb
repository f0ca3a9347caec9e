# frozen_string_literal: true

module VastLattice
  module Web
    # What the pages of a workspace show.
    class WorkspacePage
      include ComponentChoices
      include Basing

      # Headings of the names that rules can speak of, and the kinds that rules can set.
      NAME_GROUPS = { value: 'Values', built: 'Is it built?', shown: 'Is it shown?', row: 'Picked rows', material: 'Materials',
                      colour: 'Colours', finish: 'Finishes', count: 'How many', read: 'In components' }.freeze
      MEASURED = 'Measured on the shape'
      SETTABLE = [:value, *Plan::Target::LOOKS].freeze

      LISTED_VARIANTS = 100
      # Rows above which one types the name of a row instead of choosing it from a list.
      LONG = 200
      # Tabs of the stage Vary beside those of the tables: [name, title].
      VIEWS = [%w[gallery Gallery], %w[compare Compare], %w[combine Combine], ['numbers', 'Part numbers']].freeze

      # What the language of formulas offers beside names.
      WORDS = { 'functions' => Formula::Functions::ALL.values.map { |one| { 'name' => one.name, 'example' => one.example.first } },
                'units' => Units::Catalogue.symbols }.freeze

      attr_reader :stored, :stage, :state, :open

      # +open+ names the step of a recipe whose fields are shown: a feature, or stock:PART; +tab+ is a table or a view of
      # Vary; +picture+ as PictureParams gives it; +display+ as of Result; +house+ gives the stored Family::House, or nil.
      def initialize(stored, stage, pick, store, open: nil, tab: nil, picture: PictureParams.read({}), display: nil, house: -> {})
        @house = house
        @tab = tab
        @stored = stored
        @stage = stage
        @open = open
        @picture = picture
        @state = ViewState.new(stored, pick, picture: picture, display: display)
        @store = store
      end

      # Edits that begin a sheet like the template of the house, each but for its name; nil where there is none.
      def house_edits = @house.call&.content&.then { |house| house.edits('') if house.drawing_sheet }

      def family = stored.family
      def plan = stored.plan
      def slug = stored.slug
      def pick = state.pick
      def query = PickParams.query(pick)

      def long?(table) = table.rows.size > LONG

      # The tab of Vary: a name of VIEWS, or of a table; "new" where there is none yet.
      def tab
        return @tab if VIEWS.any? { |name, _| name == @tab } || @tab == 'new'

        (family.table(@tab) || family.tables.first)&.name || 'new'
      end

      # The form of Guide that is shown; nil where a new one begins.
      def form = @tab == 'new' ? nil : family.form(@tab) || family.forms.first

      # The drawing sheet of Release that is shown; nil for its files, and where a new one begins.
      def drawing_sheet = family.drawing_sheet(@tab)
      def new_drawing_sheet? = @tab == 'new'
      # Whether files of all variants are made there: no name of a sheet.
      def generating? = @tab == 'all-variants'

      # Whether lists, or the workshop, are shown there.
      def listing? = @tab == 'lists'
      def workshop? = @tab == 'workshop'

      # Lists to choose from, [value, words]: those that are kept, and all kinds that the family can have; and the one that is shown first.
      def kept_lists = family.lists.map { |list| ["list:#{list.name}", list.title] }
      def list_kinds = Family::LISTS.kinds.select { |kind| kind.offered?(family) }.map { |kind| ["kind:#{kind.name}", kind.title] }
      def lists_start = { 'what' => (kept_lists + list_kinds).first.first }
      def list_overs = Family::ListDesign::OVER.to_a
      def list_endings = Results::FORMATS.names.grep(/\Alist\./).map { |name| name.split('.').last }

      def workshop_page = WorkshopPage.new(@house.call&.content&.workshop || {}, family.workshop)

      # Which variants files can be ordered of, {value => words}.
      def order_choices = Generating::Order::WHICH

      # Results of single variants that can be ordered: [name, words, note].
      def orderable
        found = Results.of(Results::Subject.new(plan: plan)).select { |format| format.made_from == :variant }
        found.map { |format| [format.name, format.called, format.note] } + orderable_lists
      end

      # Lists that are kept, as they are arranged: the name of a result with its options, as text.
      def orderable_lists
        family.lists.product(%w[pdf xlsx]).map do |list, ending|
          [JSON.generate('name' => "list.#{ending}", 'options' => { 'list' => list.name }), "List: #{list.title} #{ending.upcase}",
           'as it is kept']
        end
      end

      # Kinds of views that drawing sheets can have, [value, words]; and those that go through a feature.
      def sheet_view_kinds = Family::SHEET_VIEWS.kinds.map { |kind| [kind.name, kind.title] }
      def sheet_views_through = Family::SHEET_VIEWS.kinds.select(&:through?).map(&:name)

      # Files of a drawing sheet: [words, what they are, address, …]
      def sheet_links(drawing)
        real = ['DXF, dimensions', 'With dimensions that a program for drawing knows as such', 'dxf', '&dimensions=real']
        [*%w[pdf svg].map { |ending| [ending.upcase, '', ending] }, ['DXF', 'With dimensions as lines and texts', 'dxf'], real]
          .map { |words, title, ending, more| [words, title, "/families/#{slug}/drawing_sheet.#{ending}?sheet=#{drawing.name}#{more}"] }
      end

      # What a view is called; whether it goes through a feature, and whether across an axis.
      def sheet_view_title(view)
        through = family.feature(view.through)&.title
        what = [Family::SHEET_VIEWS.fetch(view.kind).title, ("through #{through}" if through), family.part(view.part)&.title]
        what.compact.join(', ')
      end

      def sheet_view_through?(view) = Family::SHEET_VIEWS.fetch(view.kind).through?
      def sheet_view_measured(view) = Family::SHEET_VIEWS.fetch(view.kind).measured.to_a
      def sheet_view_across?(view) = Family::SHEET_VIEWS.fetch(view.kind).across?

      # Fields of the title block that can be written, [name, heading], and what stands there where nothing is.
      def title_block_fields = DrawingSheets::TitleBlock::WRITTEN

      def title_block_hint(field)
        known = { 'title' => family.name, 'number' => 'the part number', 'tolerances' => DrawingSheets::TitleBlock::TOLERANCES }
        known.fetch(field, '')
      end

      # Everything the page's scripts begin with.
      def start
        undo, redo_step = @store.next_steps(slug)
        state.to_tree.merge('slug' => slug, 'undo' => undo, 'redo' => redo_step, 'stage' => stage.verb,
                            'inner' => @store.inner_latest(stored.record), 'words' => WORDS,
                            'review' => review, 'view' => @picture[:view], **known)
      end

      # What the scripts know of the family beside its state: tables of variants with their rows, and names that formulas may use.
      def known
        tables = family.variant_tables.map { |table| { 'name' => table.name, 'title' => table.title, 'rows' => table.rows.map(&:name) } }
        { 'tables' => tables, 'names' => plan.symbols.usable_names }
      end

      # Values that come from outside, with where from: plain form of Outcome::Sourcing.
      def sources = state.result ? Outcome::Sourcing.to_tree(state.result.outcome) : []

      # Cards of what can be taken away.
      def results = ResultCards.new(slug, Results.of(Results::Subject.new(plan: plan)), query).to_a

      # What the family has not followed in others that it uses, as sentences.
      def behind = @store.behind([stored.record]).fetch(stored.record.id, [])

      # What is known of all variants, or nil.
      def review
        known = Storage::ReviewRecord.body(stored.digest) or return
        known.merge('version' => stored.version, 'health' => FamilyCard::Health.worst(known))
      end

      # What is known of each variant.
      def verdicts = Variants::Verdicts.new(plan, review&.fetch('levels'))

      # Whether a kind of feature is on a face that can be chosen.
      def on_a_face?(kind) = kind.role != :reshape || kind.stocks.include?('folded_sheet')

      # Faces of a part that a feature can be on, [name, title]; its own is among them though it is not there now.
      def faces(part, feature)
        solid = state.result&.model&.part(part.name)
        found = solid ? solid.blank.walls.map { |wall| [wall.name, wall.title] } : []
        feature.face && found.none? { |name, _| name == feature.face } ? [*found, [feature.face, "#{feature.face} (not there now)"]] : found
      end

      # Names of the features that come before one in its recipe.
      def before(part, feature) = part.features.take_while { |other| !other.equal?(feature) }.map(&:name)

      # Kinds of parameters, [value, words].
      def parameter_kinds = Family::Parameter::KINDS.map { |kind| [kind, kind.sub('yes_no', 'yes or no')] }

      # What kind of feature it is, how it is repeated and on which face.
      def kind_words(feature)
        kinds = Family::PATTERN_KINDS
        pattern = kinds.fetch(feature.pattern.kind) if feature.pattern && kinds.key?(feature.pattern.kind)
        [Family::FEATURE_KINDS.fetch(feature.kind).title.downcase, pattern&.title, feature.face&.tr('._', '  ')].compact.join(' · ')
      end

      # When it is there and seen.
      def condition_words(feature)
        [feature.by_hand && "#{feature.by_hand} by hand", feature.built_when && "built when #{feature.built_when}",
         feature.shown_when && "shown when #{feature.shown_when}"].compact.join('; ')
      end

      # What a part can start from, for the form that adds one.
      def stocks = Beginnings.stocks

      # Kinds of features that a part can have, for the form that adds one.
      def kinds_for(part)
        Family::FEATURE_KINDS.kinds.select { |kind| kind.stocks.nil? || kind.stocks.include?(part.stock.kind) }.map do |kind|
          { 'name' => kind.name, 'title' => kind.title, 'placed' => kind.placed?, 'along' => kind.along?,
            'measures' => kind.measures.map { |measure| measure_tree(measure) } }
        end
      end

      # Kinds of cuts that have a place on a face, for the form that adds an option.
      def cut_kinds
        Family::FEATURE_KINDS.kinds.select { |kind| kind.role == :cut && kind.placed? }.map do |kind|
          { 'name' => kind.name, 'title' => kind.title, 'measures' => kind.measures.map { |measure| measure_tree(measure) } }
        end
      end

      # How a feature can be repeated, for the same form.
      def patterns
        Family::PATTERN_KINDS.kinds.map do |kind|
          { 'name' => kind.name, 'title' => kind.title, 'measures' => kind.measures.map { |measure| measure_tree(measure) } }
        end
      end

      # What no table decides yet, by what it is: {heading => [[name, Target], …]}.
      def free_targets
        taken = family.tables.flat_map(&:columns).to_h { |column| [column.target.downcase, true] }
        own = plan.symbols.column_names.filter_map { |name| plan.symbols.own(name) }.map { |target| [target.name, target] }
        inside = plan.placed.names.select { |_, target| Plan::Placed::DECIDED.include?(target.kind) }.first(ComponentChoices::MOST_INSIDE)
        free = (own + inside).reject { |name, target| taken[name.downcase] || target.computed? }
        free.group_by { |name, target| name == target.name ? TableSheet::GROUPS.fetch(target.kind) : TableSheet::INSIDE }
      end

      # The Plan::FormField with these numbers.
      def form_field(form, at) = plan.form_fields.fetch(form.name).find { |field| field.at == at }

      # What can be added to a form, under headings: [what is asked for, control, words].
      def palette(form)
        asked = form.fields.select(&:asks?).map { |field| field.ask.downcase }
        values = family.parameters.map { |parameter| [parameter.name, parameter.computed? ? 'readout' : '', parameter.title] } + table_rows
        fresh, used = values.partition { |name, _, _| !asked.include?(name.downcase) }
        results, questions = fresh.partition { |_, control, _| control == 'readout' }
        others = Family::CONTROLS.kinds.reject(&:asks?).map { |kind| ['', kind.name, kind.title] }
        { 'Not asked for yet' => questions, 'Results' => results, 'In components' => inside_unasked(asked), 'Also' => others,
          'Asked for already' => used }.reject do |_, items|
          items.empty?
        end
      end

      # Units that measure the same as one; all of them where there is none yet.
      def units_like(symbol)
        return Units::Catalogue.symbols unless !symbol.empty? && Units.unit?(symbol)

        Units::Catalogue.symbols.select { |own| Units[own].dimension == Units[symbol].dimension }
      end

      # Pictures of the family, for a list to choose from.
      def pictures = [['', 'none'], *family.pictures.map { |picture| [picture.name, picture.title] }]

      def history = @store.history(slug, limit: 30)
      def variants = Variants::All.new(plan)

      # The first of them, and what their lines in a file say.
      def listed_variants = variants.first(LISTED_VARIANTS)
      def variants_csv = Exchange::VariantsCSV.new(plan, verdicts: verdicts)

      # In how many variants a rule takes each branch: [count per branch, …, count of otherwise]. Of one that waits for the shape
      # only the first variants are looked at.
      def firing(rule)
        index = family.rules.index(rule)
        late = plan.bound.late_rules.any? { |bound| bound.index == index }
        looked = late ? sampled.first(Checks::RuleTrial::MOST_SHAPES) : sampled
        taken = looked.map { |variant| (late ? Variants::Figures.of(variant.outcome).late : variant.outcome).branches[index] }
        (0..rule.branches.size).map { |branch| taken.count(branch) }
      end

      def sampled = @sampled ||= variants.first(Checks::Trial::MOST)

      # What rule effects can be picked, for the rule editor.
      def effect_kinds
        Family::EFFECTS.kinds.map do |kind|
          { 'name' => kind.name, 'about' => kind.about, 'subject' => kind.subject.to_s, 'arguments' => kind.arguments.map(&:to_tree) }
        end
      end

      # What a column of a rule table can do, for its editor: kind and argument, in words, whether the argument must be named.
      def output_kinds
        Family::Output.kinds.map do |kind, argument, title|
          effect = Family::EFFECTS.fetch(kind)
          { 'kind' => kind, 'argument' => argument, 'title' => title, 'subject' => effect.subject.to_s, 'several' => Family::Output.lone(effect).nil? && !argument.nil? }
        end
      end

      # A rule table for its editor, the same whether it has one output or several.
      def rule_table_tree(table)
        rows = table.rows.map { |row| { 'tests' => row.tests, 'values' => row.values, **(row.note.empty? ? {} : { 'note' => row.note }) } }
        table.to_tree.except('output', 'outputs').merge('rows' => rows, 'columns' => table.columns.map(&:to_h))
      end

      # Names that a rule or a rule table reads and decides, for finding it; none while it is switched off.
      def speaks_of(rule)
        bound = plan.bound.sources.find { |own| own.source.equal?(rule) }
        { 'reads' => bound ? bound.reads : [], 'decides' => bound ? bound.decides : [] }
      end

      # Names that a rule can speak of, by what they belong to, for the rule editor.
      def pickable
        named = plan.targets.reject(&:given?).map { |target| pickable_name(target) }
        measured = plan.symbols.measured.map { |own| measured_name(own) }
        labels = plan.symbols.label_names.map { |name| { 'name' => name, 'title' => name.tr('_', ' '), 'group' => 'Labels' } }
        items = (family.features + family.parts + family.components).map { |item| { 'name' => item.name, 'title' => item.title } }
        { 'names' => named + inside_names + measured + properties, 'labels' => labels, 'features' => items + inside_features }
      end

      private

      def table_rows = family.variant_tables.map { |table| [Name.of(table.name, 'row').to_s, '', "#{table.title}: a variant"] }

      def measure_tree(measure)
        { 'name' => measure.name, 'label' => measure.label, 'unit' => measure.unit, 'kind' => measure.kind, 'choices' => measure.choices,
          'default' => measure.default, 'hint' => measure.hint, 'begins' => measure.asked? ? measure.example : measure.default.to_s }
      end

      def measured_name(measured)
        owner = measured.owner && (family.part(measured.owner) || family.feature(measured.owner))
        { 'name' => measured.name, 'title' => "#{owner ? owner.title : 'Product'}: #{measured.fact}", 'group' => MEASURED,
          'unit' => measured.unit.symbol, 'choices' => [], 'number' => true, 'boolean' => false, 'settable' => false, 'chosen' => false,
          'measured' => true }
      end

      def properties
        plan.symbols.properties.map do |name, table, column, type, unit|
          title = column.label.empty? ? column.target.tr('_', ' ') : column.label
          { 'name' => name, 'title' => "#{table.title}: #{title}", 'unit' => unit.symbol, 'choices' => [],
            'group' => NAME_GROUPS.fetch(:row), 'number' => type.number?, 'boolean' => type.boolean?, 'settable' => false,
            'chosen' => false }
        end
      end

      # What a name is, how it is shown, and what can be done with it.
      def pickable_name(target)
        choices = target.value? ? target.subject.choices : target.type.offered
        { 'name' => target.name, 'title' => target.title, 'group' => NAME_GROUPS.fetch(target.kind), 'unit' => target.unit.symbol,
          'choices' => choices, 'number' => target.type.number?, 'boolean' => target.type.boolean?,
          'settable' => SETTABLE.include?(target.kind), 'chosen' => target.chosen? }
      end
    end
  end
end
