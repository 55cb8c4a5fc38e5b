package inky.courier.mail;

import inky.courier.core.mail.SaslBearer;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Provider;
import java.security.Security;
import java.util.Base64;
import java.util.Map;
import javax.security.auth.callback.Callback;
import javax.security.auth.callback.CallbackHandler;
import javax.security.auth.callback.NameCallback;
import javax.security.auth.callback.PasswordCallback;
import javax.security.auth.callback.UnsupportedCallbackException;
import javax.security.sasl.SaslClient;
import javax.security.sasl.SaslClientFactory;
import javax.security.sasl.SaslException;

/** OAUTHBEARER (RFC 7628) for the mail library, which asks Java's SASL for what it does not know itself. */
final class BearerSignIn extends Provider {
    static final String MECHANISM = SaslBearer.OAUTHBEARER.name();

    /** Under this name the session's properties tell the port. */
    static final String PORT = "courier.port";

    private static final long serialVersionUID = 1;

    private BearerSignIn() {
        super("InkyCourier", "1", "OAUTHBEARER of RFC 7628");
        put("SaslClientFactory." + MECHANISM, Factory.class.getName());
    }

    static void install() {
        if (Security.getProvider("InkyCourier") == null) {
            Security.addProvider(new BearerSignIn());
        }
    }

    /** Made by Java from its name. */
    public static final class Factory implements SaslClientFactory {
        @Override
        public SaslClient createSaslClient(
                String[] mechanisms,
                String actAs,
                String protocol,
                String host,
                Map<String, ?> properties,
                CallbackHandler handler)
                throws SaslException {
            for (String mechanism : mechanisms) {
                if (mechanism.equalsIgnoreCase(MECHANISM)) {
                    int port = Integer.parseInt(String.valueOf(properties.get(PORT)));
                    return new Client(host, port, handler);
                }
            }
            return null;
        }

        @Override
        public String[] getMechanismNames(Map<String, ?> properties) {
            return new String[] {MECHANISM};
        }
    }

    private static final class Client implements SaslClient {
        private final String host;
        private final int port;
        private final CallbackHandler handler;
        private boolean complete;

        Client(String host, int port, CallbackHandler handler) {
            this.host = host;
            this.port = port;
            this.handler = handler;
        }

        @Override
        public byte[] evaluateChallenge(byte[] challenge) throws SaslException {
            if (complete) {
                // Section 3.2.3: an error comes as a challenge, and is ended by one byte of 1.
                return new byte[] {1};
            }
            NameCallback name = new NameCallback("account");
            PasswordCallback token = new PasswordCallback("token", false);
            try {
                handler.handle(new Callback[] {name, token});
            } catch (IOException | UnsupportedCallbackException e) {
                throw new SaslException("no token", e);
            }
            complete = true;
            String coded =
                    SaslBearer.OAUTHBEARER.initialResponse(name.getName(), host, port, new String(token.getPassword()));
            return Base64.getDecoder().decode(coded.getBytes(StandardCharsets.US_ASCII));
        }

        @Override
        public String getMechanismName() {
            return MECHANISM;
        }

        @Override
        public boolean hasInitialResponse() {
            return true;
        }

        @Override
        public boolean isComplete() {
            return complete;
        }

        @Override
        public byte[] unwrap(byte[] incoming, int offset, int length) {
            throw new IllegalStateException("no security layer");
        }

        @Override
        public byte[] wrap(byte[] outgoing, int offset, int length) {
            throw new IllegalStateException("no security layer");
        }

        @Override
        public Object getNegotiatedProperty(String property) {
            return null;
        }

        @Override
        public void dispose() {
            // Nothing is kept.
        }
    }
}
