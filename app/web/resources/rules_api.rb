# frozen_string_literal: true

module VastLattice
  module Web
    # What the rule editor asks while a rule is written: nothing is stored.
    module RulesAPI
      extend Resource

      # Plans without a rule that is being written, which stay the same from key to key.
      WITHOUT = Memo.new(6)
      private_constant :WITHOUT

      routes '/api/families' do
        # A condition as text and as a tree of picks (Formula::Picked), whichever of the two was sent; and what is wrong with it.
        post('/:slug/conditions', needs: :read) { |slug| answer(condition_tree(store.find(slug).plan)) }

        # A form to begin with (Guide::FormProposal), called +name+.
        get('/:slug/form', needs: :read) { |slug| answer(form: Guide::FormProposal.new(store.find(slug).plan).to_tree(Family::Edits.checked_name(text_of('name')))) }

        # Who decides whom (Plan::Links).
        get('/:slug/links', needs: :read) { |slug| answer(Plan::Links.new(store.find(slug).plan).to_tree) }

        # What a rule (plain form) would do, which may replace another (Checks::RuleTrial).
        post '/:slug/rules/try', needs: :read do |slug|
          plan = store.find(slug).plan
          made = Family::Edits.apply(plan.family, { 'do' => 'put_rule', 'rule' => sent['rule'], 'replaces' => sent['replaces'] })
          name = sent['rule']['name'].to_s.strip
          with = Plan.of(made, before: plan)
          trial = Checks::RuleTrial.new(with, plan_without(plan, sent['replaces'] || name), name)
          answer(findings: (with.breaking - plan.breaking).map(&:to_tree), **trial.to_tree(pick))
        end

        # What is wrong with a rule table that is being written (plain form), its gaps and its overlaps (Checks::TableCoverage).
        post '/:slug/rule_tables/try', needs: :read do |slug|
          plan = store.find(slug).plan
          made = Family::Edits.apply(plan.family, { 'do' => 'put_rule_table', 'rule_table' => sent['rule_table'] })
          with = Plan.of(made, before: plan)
          found = with.breaking - plan.breaking
          name = sent['rule_table']['name'].to_s.strip
          trial = Checks::RuleTrial.new(with, plan_without(plan, name), name)
          answer(findings: found.map(&:to_tree), trial: trial.to_tree(pick), **(found.any? ? {} : coverage_tree(plan, made, name)))
        end

        # The rule tables of a file (the body as it is, its name in the header X-File-Name): DMN, or a spreadsheet.
        post '/:slug/rule_tables/read', needs: :read do |slug|
          plan = store.find(slug).plan
          bytes = sent_bytes(Exchange::DecisionFile::LARGEST)
          answer(rule_tables: read_apart { rule_tables(bytes, sent_name, plan) })
        end

        # A rule as a rule table, and the other way round, both in plain form, by name (Exchange::RuleForms).
        post('/:slug/rules/as_table', needs: :read) do |slug|
          plan = store.find(slug).plan
          answer(rule_table: Exchange::RuleForms.new(plan).table_of(named(plan.family.rules)))
        end

        post('/:slug/rule_tables/as_rule', needs: :read) do |slug|
          plan = store.find(slug).plan
          answer(rule: Exchange::RuleForms.new(plan).rule_of(named(plan.family.rule_tables)))
        end
      end

      private

      # The one of a list whose name was sent.
      def named(list)
        name = sent['name'].to_s
        list.find { |own| own.name.casecmp?(name) } || raise(NotInFamily.new('rule', name, list.map(&:name)))
      end

      def rule_tables(bytes, file, plan)
        return Exchange::DecisionFile.read(bytes, plan) if ['', '.dmn', '.xml'].include?(File.extname(file).downcase)

        sheets = Exchange::SheetFile.format(file).read(bytes)
        Exchange::RuleTableSheets.read(sheets, plan.family, name: File.basename(file, '.*'))
      end

      def coverage_tree(plan, family, name)
        Checks::TableCoverage.new(plan, family.rule_tables.find { |table| table.name.casecmp?(name) }).to_tree
      end

      def condition_tree(plan)
        text = sent['text'].to_s
        text = Formula::Picked.write(sent['tree']) { |name, value| completed_value(plan, name, value) } if sent.key?('tree')
        read = { 'text' => text, 'tree' => Formula::Picked.read(text) }
        Formula.type(text, plan.reading(text).symbols.late_scope, expected: Formula::BOOLEAN)
        read
      rescue Formula::Error => e
        { 'text' => text.to_s, 'tree' => sent['tree'], **read.to_h, 'problem' => { **e.to_tree, 'span' => [e.span.start, e.span.length] } }
      end

      # A plain number takes the unit of what it is compared with, a text its quotes unless it is a formula.
      def completed_value(plan, name, value)
        type, unit = plan.symbols.type_and_unit(name)
        return value unless type
        return "#{value} #{unit.symbol}".strip if type.number? && value.match?(Formula::PLAIN_NUMBER)

        type.text? && !formula?(value, plan.symbols.scope) ? JSON.generate(meant(value, type)) : value
      end

      def formula?(text, scope)
        Formula.type(text, scope, expected: Formula::TEXT)
      rescue Formula::Error
        false
      end

      # What a text stands for, where the type knows; it may be written in another case or as a title.
      def meant(text, type)
        type.words&.meant(text) || type.choices&.find { |choice| choice.casecmp?(text) } || text
      end

      # The family without the rule or rule table that is being written.
      def plan_without(plan, name)
        edit = { rules: 'remove_rule', rule_tables: 'remove_rule_table' }.find do |list, _|
          plan.family.public_send(list).any? { |one| one.name.casecmp?(name.to_s) }
        end
        return plan unless edit

        WITHOUT.fetch([plan.mark, name.to_s.downcase]) do
          Plan.of(Family::Edits.apply(plan.family, { 'do' => edit.last, 'name' => name }), before: plan)
        end
      end
    end
  end
end
