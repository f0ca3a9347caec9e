# frozen_string_literal: true

require_relative 'bin/lib/assets'

desc 'Copies the pinned browser libraries and fonts from node_modules into public/vendor'
task :assets do
  Assets.copy
end

desc 'Writes docs/formulas.md from the definition of the language'
task :docs do
  require_relative 'lib/vast_lattice'
  File.write(File.join(__dir__, 'docs/formulas.md'), VastLattice::Formula::Reference.page)
end
