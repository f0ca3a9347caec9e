# frozen_string_literal: true

require 'securerandom'

module VastLattice
  module Web
    # What signs the cookies of sessions: it survives restarts, kept beside the data.
    module SessionSecret
      # The shortest one, in characters.
      LENGTH = 64

      # The secret of a folder; one that is missing, empty or broken off is made anew.
      def self.of(folder)
        file = File.join(folder, 'session_secret')
        known = File.exist?(file) ? File.read(file).strip : ''
        return known if known.size >= LENGTH

        SecureRandom.hex(LENGTH).tap { |secret| File.write(file, secret, perm: 0o600) }
      end
    end
  end
end
