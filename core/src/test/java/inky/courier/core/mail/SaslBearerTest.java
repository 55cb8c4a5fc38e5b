package inky.courier.core.mail;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.Base64;
import org.junit.jupiter.api.Test;

class SaslBearerTest {
    // RFC 7628 section 4.1, from memory
    @Test
    void theExampleOfTheStandardIsWrittenByteForByte() {
        assertEquals(
                "bixhPXVzZXJAZXhhbXBsZS5jb20sAWhvc3Q9c2VydmVyLmV4YW1wbGUuY29tAXBvcnQ9MTQzAWF1dGg9QmVhcmVyIHZGOWRmdDRx"
                        + "bVRjMk52YjNSbGNrQmhiSFJoZG1semRHRXVZMjl0Q2c9PQEB",
                SaslBearer.OAUTHBEARER.initialResponse(
                        "user@example.com", "server.example.com", 143, "vF9dft4qmTc2Nvb3RlckBhbHRhdmlzdGEuY29tCg=="));
    }

    // The form of no standard, from memory; where both are offered, the standard's own is taken
    @Test
    void aServerThatOffersTheForerunnerAloneIsAnsweredByIt() {
        assertEquals(SaslBearer.XOAUTH2, SaslBearer.of("250 AUTH PLAIN XOAUTH2"));
        assertEquals(SaslBearer.OAUTHBEARER, SaslBearer.of("250 AUTH XOAUTH2 OAUTHBEARER"));
        assertEquals(SaslBearer.OAUTHBEARER, SaslBearer.of("250 AUTH LOGIN"));
        String coded = SaslBearer.XOAUTH2.initialResponse("a,b@c", "h", 1, "t");
        assertEquals(
                "user=a,b@c\u0001auth=Bearer t\u0001\u0001",
                new String(Base64.getDecoder().decode(coded)));
    }

    // RFC 5801 section 4
    @Test
    void signsThatWouldEndTheNameAreCoded() {
        String coded = SaslBearer.OAUTHBEARER.initialResponse("a,b=c", "h", 1, "t");
        assertEquals("n,a=a=2Cb=3Dc,", new String(Base64.getDecoder().decode(coded)).split("\u0001")[0]);
        assertThrows(
                IllegalArgumentException.class,
                () -> SaslBearer.OAUTHBEARER.initialResponse("a", "h", 1, "t\u0001auth=x"));
    }
}
