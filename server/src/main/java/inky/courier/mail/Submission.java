package inky.courier.mail;

import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.mail.MailSignIn;

/** All that is needed to speak with a mail server; the password in clear, never to be shown. */
record Submission(
        String name,
        String host,
        int port,
        Encryption encryption,
        CertificateCheck certificateCheck,
        String fingerprint,
        MailSignIn signIn,
        String account,
        String password,
        TokenSource tokens,
        String sender,
        boolean senderIsPerson,
        int sizeLimitMb) {

    TrustPolicy trustPolicy() {
        return new TrustPolicy(certificateCheck, fingerprint, host);
    }

    /** The same, with an access token where a refresh token was. */
    Submission withToken(String token) {
        return new Submission(
                name,
                host,
                port,
                encryption,
                certificateCheck,
                fingerprint,
                signIn,
                account,
                token,
                tokens,
                sender,
                senderIsPerson,
                sizeLimitMb);
    }

    @Override
    public String toString() {
        return "Submission[" + host + ":" + port + "]";
    }
}
