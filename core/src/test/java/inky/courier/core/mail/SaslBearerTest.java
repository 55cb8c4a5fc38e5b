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
                SaslBearer.initialResponse(
                        "user@example.com", "server.example.com", 143, "vF9dft4qmTc2Nvb3RlckBhbHRhdmlzdGEuY29tCg=="));
    }

    // RFC 5801 section 4
    @Test
    void signsThatWouldEndTheNameAreCoded() {
        String coded = SaslBearer.initialResponse("a,b=c", "h", 1, "t");
        assertEquals("n,a=a=2Cb=3Dc,", new String(Base64.getDecoder().decode(coded)).split("\u0001")[0]);
        assertThrows(IllegalArgumentException.class, () -> SaslBearer.initialResponse("a", "h", 1, "t\u0001auth=x"));
    }
}
