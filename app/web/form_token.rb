# frozen_string_literal: true

require 'openssl'

module VastLattice
  module Web
    # What a page of a published form was given, and shows when it sends something: that it comes from that form, not long ago.
    module FormToken
      SECONDS = 12 * 3600

      # A token for the form at an address.
      def self.made(secret, address, now: Time.now.to_i) = "#{now + SECONDS}.#{sign(secret, address, now + SECONDS)}"

      # Whether a token is one for that form and still good.
      def self.good?(secret, address, token, now: Time.now.to_i)
        till, signed = token.to_s.split('.', 2)
        return false unless till.to_s.match?(/\A\d{1,12}\z/) && till.to_i > now

        Rack::Utils.secure_compare(sign(secret, address, till.to_i), signed.to_s)
      end

      def self.sign(secret, address, till) = OpenSSL::HMAC.hexdigest('SHA256', secret, "form #{address} #{till}")
      private_class_method :sign
    end
  end
end
