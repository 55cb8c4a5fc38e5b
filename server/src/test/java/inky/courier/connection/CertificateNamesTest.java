package inky.courier.connection;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CertificateNamesTest {
    // RFC 6125 section 6.4.3: a star stands for one whole leftmost label
    @ParameterizedTest
    @CsvSource({
        "mail.office.example, mail.office.example, true", "MAIL.office.example, mail.OFFICE.example, true",
                "*.office.example, mail.office.example, true",
        "*.office.example, a.mail.office.example, false", "*.office.example, office.example, false",
                "m*.office.example, mail.office.example, false",
    })
    void namesInCertificatesMatchByTheStandard(String pattern, String host, boolean matches) {
        assertThat(CertificateNames.dnsMatches(pattern, host)).isEqualTo(matches);
    }
}
