package inky.courier.mail;

import inky.courier.core.mail.Encryption;

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
        String sender,
        boolean senderIsPerson,
        int sizeLimitMb) {

    TrustPolicy trustPolicy() {
        return new TrustPolicy(certificateCheck, fingerprint, host);
    }

    @Override
    public String toString() {
        return "Submission[" + host + ":" + port + "]";
    }
}
