# frozen_string_literal: true

require_relative '../support/core'

# The map of who decides whom, against what really changes: whatever a change of one name changes must be reachable from it, and
# each link leads to a place that is there.
class LinksTest < CoreCase
  def links(plan) = Plan::Links.new(plan).all

  # Names that can be reached from one by links.
  def reached(links, name)
    found = [name]
    found.each { |one| links.select { |link| link.reads.include?(one) }.each { |link| found.concat(link.decides - found) } }
    found
  end

  def test_what_changes_is_reached
    %w[side-frame roller support-leg end-stop].each do |name|
      plan = Plan.of(read_family(File.read(File.join(ROOT, "demo/#{name}.yaml"))))
      links = links(plan)
      base = plan.outcome
      plan.symbols.column_names.each do |changed|
        target = plan.symbols[changed]
        value = if target.type.boolean?
                  !base.value(changed)
                else
                  target.type.number? ? base.value(changed).to_f + 1 : 'other'
                end
        after = plan.outcome_at(base.pick.rows, changed => value)
        differing = plan.targets.reject { |one| base.values[one.index].inspect == after.values[one.index].inspect }.map(&:name)
        # What sits on a suppressed step goes with it.
        assert_empty differing.grep_v(/\.(built|shown)\z/) - reached(links, changed), "#{name}: #{changed}"
      end
    end
  end

  def test_every_link_stands_somewhere_and_names_are_known
    plan = Plan.of(side_frame)
    tree = Plan::Links.new(plan).to_tree
    rule = tree['links'].find { |link| link['name'] == 'Heavy loads' }
    assert_equal ['rule', %w[load_class length], %w[gauge roller_pitch windows.built]], [rule['kind'], rule['reads'], rule['decides']]
    table = tree['links'].find { |link| link['kind'] == 'table' }
    assert_equal ['size.row'], table['reads']
    assert_equal 'Tie bore', tree['names']['tie_bore']
    assert_includes tree['links'].select { |link| link['kind'] == 'step' && link['reads'].include?('tie_bore') }.map { |link| link['name'] }, 'tie_holes'
    tree['links'].each { |link| assert_empty (link['reads'] + link['decides']) - tree['names'].keys, link['name'] }
  end
end
