package inky.courier.mail;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.mail.MailSignIn;

/** Mail servers as tests have them. */
final class Submissions {
    private Submissions() {}

    /** One that wants neither a sign-in nor an encrypted line. */
    static Submission plain(String host, int port) {
        return of(host, port, Encryption.NONE, CertificateCheck.OFF, "", MailSignIn.NONE, "");
    }

    static Submission of(
            String host,
            int port,
            Encryption encryption,
            CertificateCheck check,
            String fingerprint,
            MailSignIn signIn,
            String password) {
        return new Submission(
                "Harbour Post",
                host,
                port,
                encryption,
                check,
                fingerprint,
                signIn,
                signIn == MailSignIn.NONE ? "" : "scans@wherrymoor.example",
                password,
                TokenSource.NONE,
                "scans@wherrymoor.example",
                false,
                0);
    }
}
