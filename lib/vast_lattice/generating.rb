# frozen_string_literal: true

module VastLattice
  # Files of many variants at once: what is wanted (Order), what that comes to (Batch), what is known to be the same as before
  # (Fingerprint), and what was made (Manifest). Who keeps the files is somebody else's business.
  module Generating
    # Files that one order may come to.
    MOST = 20_000
  end
end
