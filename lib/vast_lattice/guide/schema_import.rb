# frozen_string_literal: true

module VastLattice
  module Guide
    # Takes a JSON Schema of answers as a form: a field for each property, in the pages and groups of "x-pages" if it has them; and a
    # parameter for each property that the family has none for.
    class SchemaImport
      LARGEST = 400_000 # bytes
      MOST = 400

      # +text+ is the schema, +name+ what the form is to be called. Raises Exchange::Unreadable with all that cannot be taken.
      def initialize(family, text, name)
        @family = family
        @name = name
        @problems = []
        @schema = parsed(text)
        @parameters = read
        raise Exchange::Unreadable, @problems if @problems.any?
      end

      # The edits that bring it in.
      def edits
        fresh = @parameters.reject { |name, _| known(name) }
        fresh.map do |name, fields|
          { 'do' => 'put_parameter', 'name' => name, 'fields' => fields }
        end + [{ 'do' => 'put_form', 'form' => form }]
      end

      private

      def parsed(text)
        if text.bytesize > LARGEST
          raise Exchange::Unreadable.because(Wording[:the_file_is_larger_than_value_kb, value: LARGEST / 1000],
                                             remedy: Wording[:leave_something_out])
        end

        tree = JSON.parse(text.dup.force_encoding('UTF-8'), max_nesting: 20)
        return tree if tree.is_a?(Hash) && tree['properties'].is_a?(Hash) && tree['properties'].size.between?(1, MOST)

        raise Exchange::Unreadable.because(Wording[:this_is_no_json_schema],
                                           remedy: Wording[:give_one_such_as_a_form_itself])
      rescue JSON::ParserError, EncodingError
        raise Exchange::Unreadable.because(Wording[:the_file_is_not_well_formed_json], remedy: Wording[:export_it_again])
      end

      def known(name) = @family.parameter(name) || (name.end_with?('.row') && @family.table(name.delete_suffix('.row')))

      # {name => fields of a parameter}
      def read
        @schema['properties'].to_h do |name, tree|
          fields = tree.is_a?(Hash) ? fields(tree) : nil
          problem(name, Wording[:it_is_of_a_kind_that_forms], Wording[:use_a_number_an_integer_a_boolean]) unless fields
          unless known(name) || name.match?(/\A[\p{L}_][\p{L}\p{N}_]{0,59}\z/)
            problem(name, Wording[:it_cannot_be_a_name], Wording[:use_letters_digits_and_underscores])
          end
          clash(name, fields) if fields
          [name, fields]
        end
      end

      def fields(tree)
        found = enumerated(tree['enum'], tree) || typed(tree) or return
        label = tree['title'].is_a?(String) ? tree['title'][0, 120] : ''
        { **found, 'label' => label, 'default' => default(tree) }.reject { |_, text| text.nil? || text == '' }
      end

      def enumerated(list, tree)
        return unless list.is_a?(Array) && list.any? && list.size <= MOST && (list.all?(String) || list.all?(Numeric))

        { 'kind' => 'choice', 'choices' => list.map { |one| text(one) }, 'unit' => list.all?(Numeric) ? unit(tree) : '' }
      end

      def typed(tree)
        case tree['type']
        when 'boolean' then { 'kind' => 'yes_no' }
        when 'string' then { 'kind' => 'text' }
        when 'integer' then { 'kind' => 'count', **limits(tree, '') }
        when 'number' then { 'kind' => 'number', 'unit' => unit(tree), **limits(tree, unit(tree)) }
        end
      end

      def unit(tree) = tree['x-unit'].is_a?(String) && Units.unit?(tree['x-unit']) ? tree['x-unit'] : ''

      def limits(tree, unit)
        keys = { 'least' => 'minimum', 'most' => 'maximum', 'step' => 'multipleOf' }
        keys.transform_values { |key| tree[key].is_a?(Numeric) ? "#{text(tree[key])} #{unit}".strip : nil }
      end

      def default(tree)
        value = tree['default']
        return value ? 'yes' : 'no' if [true, false].include?(value)

        value.is_a?(Numeric) || value.is_a?(String) ? text(value) : first(tree)
      end

      # What a parameter begins with: it must have a value.
      def first(tree)
        return text(tree['enum'].first) if tree['enum'].is_a?(Array) && tree['enum'].any?

        { 'boolean' => 'no', 'string' => '' }.fetch(tree['type']) { text(tree['minimum'].is_a?(Numeric) ? tree['minimum'] : 0) }
      end

      def text(value) = value.is_a?(Float) ? Units::Format.exact(value) : value.to_s

      # A parameter that is there keeps what it is: it must be of the same kind.
      def clash(name, fields)
        own = @family.parameter(name) or return
        kinds = { 'count' => %w[count number], 'number' => %w[number count choice] }.fetch(fields['kind'], [fields['kind']])
        kinds += %w[number count] if fields['kind'] == 'choice' && fields['choices'].all?(Formula::PLAIN_NUMBER)
        return if kinds.include?(own.kind)

        problem(name, Wording[:the_family_has_it_as_kind, kind: own.kind.tr('_', ' ')], Wording[:call_it_otherwise])
      end

      def problem(name, message, remedy)
        @problems << Exchange::Unreadable::Problem.new(message: "#{name}: #{message}", remedy: remedy)
      end

      def form
        title = @schema['title'].is_a?(String) ? @schema['title'].split(': ').last[0, 120] : ''
        { 'name' => @name, 'label' => title, 'pages' => pages }.reject { |_, text| text == '' }
      end

      def pages
        listed = @schema['x-pages']
        named = listed.is_a?(Array) ? listed.filter_map { |page| page_of(page) } : []
        placed = named.flat_map { |page| page['groups'] }.flat_map { |group| group['fields'] }.map { |field| field['ask'] }
        rest = @parameters.keys - placed
        if rest.any?
          named << { 'title' => named.empty? ? 'Questions' : 'More', 'groups' => [{ 'fields' => rest.map do |name|
            field(name)
          end }] }
        end
        named
      end

      def page_of(page)
        return unless page.is_a?(Hash) && page['groups'].is_a?(Array)

        groups = page['groups'].grep(Hash).map do |group|
          { 'title' => group['title'].to_s[0, 120], 'fields' => Array(group['fields']).select do |name|
            @parameters.key?(name)
          end.map { |name| field(name) } }
        end
        { 'title' => page['title'].to_s.strip.empty? ? 'Questions' : page['title'].to_s[0, 120], 'groups' => groups }
      end

      def field(name)
        help = @schema['properties'][name].then do |tree|
          tree.is_a?(Hash) && tree['description'].is_a?(String) ? tree['description'][0, 2000] : ''
        end
        { 'ask' => name, 'help' => help }.reject { |_, text| text == '' }
      end
    end
  end
end
