package inky.courier.connection;

import java.security.cert.CertificateParsingException;
import java.security.cert.X509Certificate;
import java.util.Collection;
import java.util.List;
import java.util.Locale;

/** Whether a certificate is for a host: RFC 6125 section 6.4, subject alternative names only. */
final class CertificateNames {
    private static final int DNS = 2;
    private static final int IP = 7;

    private CertificateNames() {}

    static boolean match(X509Certificate certificate, String host) {
        try {
            Collection<List<?>> names = certificate.getSubjectAlternativeNames();
            return names != null
                    && names.stream().anyMatch(name -> {
                        int type = (Integer) name.get(0);
                        return type == DNS && dnsMatches((String) name.get(1), host)
                                || type == IP && host.equals(name.get(1));
                    });
        } catch (CertificateParsingException e) {
            return false;
        }
    }

    /** A star stands for exactly one label, the leftmost. */
    static boolean dnsMatches(String pattern, String host) {
        String wanted = pattern.toLowerCase(Locale.ROOT);
        String given = host.toLowerCase(Locale.ROOT);
        if (!wanted.startsWith("*.")) {
            return wanted.equals(given);
        }
        int dot = given.indexOf('.');
        return dot > 0 && given.substring(dot).equals(wanted.substring(1));
    }
}
