# frozen_string_literal: true

# A process that serves, as ServingProcess starts it: its argument says what, the first line of its input how. It ends
# with that input, and so with the program that holds the other end.
require 'json'

$stdout.sync = true
# All but the site and the door stand lower than what serves pages, also while they load their code; what nobody waits for at the
# screen stands lowest.
Process.setpriority(Process::PRIO_PROCESS, 0, { 'workshop' => 10, 'worker' => 15 }.fetch(ARGV.first, 0))
require_relative '../../app/boot'

# Loaded before it is told, so that it loses no time then.
VastLattice::Web.name
given = JSON.parse($stdin.gets.to_s, symbolize_names: true)
Thread.new do
  $stdin.read
  exit!
end
begin
  case ARGV.first
  when 'site' then VastLattice::Web.serve_site(**given) { |address| puts address }
  when 'door' then VastLattice::Web.serve_door(**given) { |port| puts port }
  when 'workshop' then VastLattice::Web.serve_workshop(**given)
  when 'worker' then VastLattice::Web.work(**given)
  end
rescue SystemCallError => e
  abort "Vast Lattice cannot be served: #{e.message[/\A[^@]+/].strip}."
end
