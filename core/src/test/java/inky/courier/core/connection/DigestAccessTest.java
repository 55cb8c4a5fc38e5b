package inky.courier.core.connection;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DigestAccessTest {
    private static final String OFFER = "Digest realm=\"http-auth@example.org\", qop=\"auth, auth-int\", algorithm=%s, "
            + "nonce=\"7ypf/xlj9XXwfDPEoM4URrv/xwf94BcCAzFZH4GiTo0v\", opaque=\"FQhe/qaU925kfnzjCev0ciny7QMkPqMAFRtzCUYo5tdS\"";

    // RFC 7616 section 3.9.1, from memory
    @ParameterizedTest
    @CsvSource({
        "MD5, 8ca523f5e9506fed4657c9700eebdbec",
        "SHA-256, 753927fa0e85d155564e2e272a28d1802ca10daf4496794697cf8db5856cb6c1",
    })
    void theStandardsOwnExamples(String algorithm, String response) {
        String value = DigestAccess.answering(List.of(String.format(OFFER, algorithm)), "Mufasa", "Circle of Life")
                .orElseThrow()
                .authorization("GET", "/dir/index.html", "f2/wE4q74E6zIJEtWaHKaf5wv/H5QzzpXusqGemxURZJ");
        assertTrue(value.contains("response=\"" + response + "\""), value);
        assertTrue(value.contains("nc=00000001"), value);
    }

    // RFC 2069 section 2.4 as its errata give it, from memory
    @Test
    void aServerFromBeforeQualitiesOfProtectionIsAnsweredInItsForm() {
        String offer = "Digest realm=\"testrealm@host.com\", nonce=\"dcd98b7102dd2f0e8b11d0f600bfb0c093\"";
        String value = DigestAccess.answering(List.of(offer), "Mufasa", "CircleOfLife")
                .orElseThrow()
                .authorization("GET", "/dir/index.html", "0");
        assertTrue(value.contains("response=\"1949323746fe6a43ef61f9606e7febea\""), value);
    }

    @Test
    void theStrongestIsTakenAndWhatNobodyKnowsIsNot() {
        List<String> offers = List.of(
                "Basic realm=\"x\"",
                String.format(OFFER, "MD5"),
                String.format(OFFER, "SHA-256"),
                String.format(OFFER, "TEA"));
        String value = DigestAccess.answering(offers, "a", "b").orElseThrow().authorization("GET", "/", "c");
        assertTrue(value.contains("algorithm=SHA-256"), value);
        assertEquals(Optional.empty(), DigestAccess.answering(List.of(offers.get(0), offers.get(3)), "a", "b"));
    }
}
