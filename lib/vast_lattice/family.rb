# frozen_string_literal: true

module VastLattice
  # A product family as its engineer wrote it: names, formulas and values are the texts that were typed.
  # It says nothing about whether they make sense; that is the plan's work. +patterns+ are texts with names
  # in braces, such as part_number => "SF-{length}-{finish}". Families of one +group+ stand together in lists.
  # Its own +colours+ are #rrggbb by name. Prices are in its +currency+, if it has one, and begin with its +base_price+, if it has one.
  # Its +workshop+ is what is otherwise than in the workshop of the house, in texts as Workshop::Reading takes them.
  # Its +display+ is the name of a Units::Display.
  # It may be based on another one: +base+ says on which.
  # Rules and rule tables whose set is among +sets_off+ do nothing.
  class Family < Value.with(:name, code: '', group: '', note: '', patterns: {}, colours: {}, materials: [], alternatives: [],
                                   parameters: [], parts: [], components: [], tables: [], rules: [], rule_tables: [], sets_off: [],
                                   currency: '', base_price: '', overrides: [], opt_outs: [], forms: [], pictures: [], base: nil,
                                   allowances: [], drawing_sheets: [], lists: [], models: [], workshop: {}, display: '')
    extend TreeForm

    # Each kind of Geometry::Features::Kind, which says what one is.
    FEATURE_KINDS = Registry.new('feature kind')
    # Each kind of Geometry::Stocks::Kind.
    STOCK_KINDS = Registry.new('kind of stock')
    # Where instances of a feature lie:
    #
    #   def self.name = 'linear'                     # in files
    #   def self.title = 'row'                       # for people
    #   def self.measures = [COUNT, PITCH]           # Measures, as of features
    #   def self.offsets(numbers, spot) = [[x, y], …]   # mm from the first place, in the plane of its wall; called once
    PATTERN_KINDS = Registry.new('kind of pattern')
    # What rules do:
    #
    #   def self.name = 'set'                        # the key in files: set: gauge, to: 3 mm
    #   def self.about = 'set a value'               # for people
    #   def self.subject = :parameter                # what its target is: :parameter, :number, :choice, :feature, :label or :text
    #   def self.decided(target) = [target]          # the names that it decides, by its target
    #   def self.arguments = [EffectArgument, …]     # what it takes besides; file, API and editor follow from them
    #   def self.consequences(effect, reader, place) # Plan::Consequences, when a family is compiled; problems go to the reader
    EFFECTS = Registry.new('effect')
    # What forms ask with: a Controls::Control, and the view controls/_NAME.erb with the locals parameter and id, in which
    # data-input names the parameter and x-on calls slide, type, flip or choose.
    CONTROLS = Registry.new('control')

    # Kinds of views on drawing sheets, classes as DrawingSheets::Kinds::View.
    SHEET_VIEWS = Registry.new('kind of view')

    # What is listed of products. Each is a module as
    #
    #   def self.name = 'bends'                        # in files
    #   def self.title = 'Bend list'                   # for people
    #   def self.columns(family) = [Lists::Column.new(…), …]
    #   def self.offered?(family) = true               # whether such a family can have one
    #   def self.rows(subject) = [{column name => value}, …]   # of a Results::Subject: Strings, Floats, nil
    #   def self.findings(subject) = []                # what is to be told with it
    LISTS = Registry.new('kind of list')

    def self.nested
      { materials: OwnMaterial, alternatives: Alternatives, parameters: Parameter, parts: Part, components: Component, tables: Table,
        rules: Rule, rule_tables: RuleTable, overrides: Override, opt_outs: OptOut,
        forms: Form, pictures: Picture, base: Base, allowances: Allowance, drawing_sheets: DrawingSheet, lists: ListDesign, models: Model }
    end

    # Whether a Rule or a RuleTable is switched on, and its set is.
    def on?(rule) = rule.active && !set_off?(rule.set)

    # Whether a set of rules is switched off; rules without one are in "", which never is.
    def set_off?(set) = sets_off.any? { |off| off.casecmp?(set) }

    # The sets of rules that a part or a feature opts out of, by itself or with its part: OptOuts.
    def opted_out(name)
      opt_outs.empty? ? [] : opt_outs.select { |own| [name, part_of(name)&.name].compact.any? { |one| own.subject.casecmp?(one) } }
    end

    # Named things; names match regardless of case. nil when there is none.
    def parameter(name) = find(parameters, name)
    def part(name) = find(parts, name)
    def component(name) = find(components, name)
    def table(name) = find(tables, name)
    def rule(name) = find(rules, name)
    def form(name) = find(forms, name)
    def picture(name) = find(pictures, name)
    def drawing_sheet(name) = find(drawing_sheets, name)
    def list(name) = find(lists, name)
    def model(name) = find(models, name)

    # Name of the rule or rule table that a plan numbers so; "" for the base price, which a plan takes for a rule.
    def rule_name(index) = (rules + rule_tables)[index]&.name.to_s

    # The material of that name, of the family or of the library; nil where there is none.
    def material(name) = materials.find { |own| own.name.casecmp?(name.to_s) }&.material || Materials[name]
    # Colours that its parts can have: its own, and those that everybody knows.
    def known_colours = Colours::Known.new(own: colours)

    def known_materials = Materials::Known.of([*materials.map(&:material), *Materials::ALL.values])
    def material_names = (materials.map { |own| own.name.downcase } + Materials.names).uniq

    # The part that a feature belongs to.
    def part_of(feature) = parts.find { |part| part.features.any? { |own| own.name.casecmp?(feature.to_s) } }

    # All features of all parts, in the order of the recipes.
    def features = parts.flat_map(&:features)
    def feature(name) = find(features, name)

    # The number of the table of that name, as plans and picks count them; nil when there is none.
    def table_index(name) = tables.index { |table| table.name.casecmp?(name.to_s) }

    # The tables of which a variant picks a row each.
    def variant_tables = tables.reject(&:lookup?)

    # Number of complete variants: one row of each table. A family without tables has one.
    def variant_count = variant_tables.map { |table| table.rows.size }.reject(&:zero?).reduce(1, :*)

    private

    def find(list, name) = list.find { |item| item.name.casecmp?(name.to_s) }
  end
end
