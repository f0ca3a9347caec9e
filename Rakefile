# frozen_string_literal: true

require_relative 'bin/lib/assets'

desc 'Copies the pinned browser libraries and fonts from node_modules into public/vendor'
task :assets do
  Assets.copy
end

desc 'Writes docs/formulas.md from the definition of the language, and docs/results.md from what is registered'
task :docs do
  require_relative 'lib/vast_lattice'
  File.write(File.join(__dir__, 'docs/formulas.md'), VastLattice::Formula::Reference.page)
  File.write(File.join(__dir__, 'docs/results.md'), VastLattice::Results::Reference.page)
end

desc 'Writes docs/third-party.md from the lock files'
task :notices do
  require_relative 'bin/lib/notices'
  File.write(Notices::PAGE, Notices.page)
end
