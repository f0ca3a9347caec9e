# frozen_string_literal: true

# Every kind that the program knows, one line each. A new kind is one new file and one line here.
module VastLattice
  Family::EFFECTS.register(Plan::Effects::Set)
  Family::EFFECTS.register(Plan::Effects::State.new('build', :built, true, 'build'))
  Family::EFFECTS.register(Plan::Effects::State.new('suppress', :built, false, 'suppress'))
  Family::EFFECTS.register(Plan::Effects::State.new('show', :shown, true, 'show'))
  Family::EFFECTS.register(Plan::Effects::State.new('hide', :shown, false, 'hide'))
  Family::EFFECTS.register(Plan::Effects::Limit)
  Family::EFFECTS.register(Plan::Effects::Offer)
  Family::EFFECTS.register(Plan::Effects::Line.new('price', 'add a price', %w[amount]))
  Family::EFFECTS.register(Plan::Effects::Line.new('operation', 'add an operation', []))
  Family::EFFECTS.register(Plan::Effects::Notice.new('forbid', :error, 'forbid'))
  Family::EFFECTS.register(Plan::Effects::Notice.new('warn', :warning, 'warn'))

  Family::STOCK_KINDS.register(Geometry::Stocks::Plate)

  Family::FEATURE_KINDS.register(Geometry::Features::Hole)
  Family::FEATURE_KINDS.register(Geometry::Features::Slot)
  Family::FEATURE_KINDS.register(Geometry::Features::CutOut)

  numbers = %w[number count]
  Family::CONTROLS.register(Family::Controls::Control.new(name: 'number', title: 'number box', kinds: numbers))
  Family::CONTROLS.register(Family::Controls::Control.new(name: 'slider', title: 'slider', kinds: numbers))
  Family::CONTROLS.register(Family::Controls::Control.new(name: 'list', title: 'list', kinds: %w[choice]))
  Family::CONTROLS.register(Family::Controls::Control.new(name: 'buttons', title: 'row of buttons', kinds: %w[choice]))
  Family::CONTROLS.register(Family::Controls::Control.new(name: 'switch', title: 'switch', kinds: %w[yes_no]))
  Family::CONTROLS.register(Family::Controls::Control.new(name: 'text', title: 'text box', kinds: %w[text]))
  Family::CONTROLS.register(Family::Controls::Control.new(name: 'readout', title: 'read-out', kinds: Family::Parameter::KINDS))
end
