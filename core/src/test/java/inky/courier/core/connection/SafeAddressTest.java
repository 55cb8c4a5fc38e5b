package inky.courier.core.connection;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SafeAddressTest {
    // RFC 6749 section 3.2 and RFC 8628 section 3.1: TLS; RFC 3986 section 3.2.1: no user in an address that is shown
    @ParameterizedTest
    @CsvSource({
        "https://sign-in.wherrymoor.example/token, true, true",
        "HTTPS://sign-in.wherrymoor.example:8443/token, true, true",
        "http://sign-in.wherrymoor.example/token, true, false",
        "http://127.0.0.1:8490/token, true, true",
        "http://localhost/token, true, true",
        "http://127.0.0.1.evil.example/token, true, false",
        "http://localhost.evil.example/token, true, false",
        "https://maud@sign-in.wherrymoor.example/token, false, false",
        "https://sign-in.wherrymoor.example/token?next=1, false, false",
        "https://sign-in.wherrymoor.example/token#there, false, false",
        "ftp://sign-in.wherrymoor.example/token, false, false",
        "javascript:alert(1), false, false",
        "'https://sign in.example/', false, false",
        "'', false, false",
    })
    void secretsGoOnlyWhereNobodyListens(String address, boolean web, boolean forSecrets) {
        assertEquals(web, SafeAddress.isWeb(address));
        assertEquals(forSecrets, SafeAddress.isForSecrets(address));
    }
}
