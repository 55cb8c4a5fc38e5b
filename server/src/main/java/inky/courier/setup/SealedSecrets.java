package inky.courier.setup;

import com.nimbusds.jose.EncryptionMethod;
import com.nimbusds.jose.JOSEException;
import com.nimbusds.jose.JWEAlgorithm;
import com.nimbusds.jose.JWEHeader;
import com.nimbusds.jose.JWEObject;
import com.nimbusds.jose.Payload;
import com.nimbusds.jose.crypto.PasswordBasedDecrypter;
import com.nimbusds.jose.crypto.PasswordBasedEncrypter;
import inky.courier.core.Invalid;
import inky.courier.web.Json;
import java.text.ParseException;
import java.util.Map;
import tools.jackson.core.type.TypeReference;

/**
 * Secrets of a set-up under a passphrase, to travel in a file: a JWE (RFC 7516) by PBES2-HS512+A256KW (RFC 7518, 4.8) and
 * A256GCM, which any library of the standard opens.
 */
final class SealedSecrets {
    static final int SHORTEST_PASSPHRASE = 12;
    private static final int LONGEST_PASSPHRASE = 500;
    private static final int SALT_BYTES = 16;

    /** What OWASP recommends for PBKDF2 with HMAC-SHA-512, and more; from memory. */
    private static final int ITERATIONS = 310_000;

    private SealedSecrets() {}

    /** @param secrets by item, and by their name @throws Invalid when the passphrase is too short */
    static String seal(Map<String, Map<String, String>> secrets, String passphrase) {
        if (passphrase.length() < SHORTEST_PASSPHRASE || passphrase.length() > LONGEST_PASSPHRASE) {
            throw Invalid.of("office.passphrase-short", "passphrase");
        }
        JWEHeader header = new JWEHeader.Builder(JWEAlgorithm.PBES2_HS512_A256KW, EncryptionMethod.A256GCM)
                .contentType("json")
                .build();
        JWEObject jwe = new JWEObject(header, new Payload(Json.write(secrets)));
        try {
            jwe.encrypt(new PasswordBasedEncrypter(passphrase, SALT_BYTES, ITERATIONS));
        } catch (JOSEException e) {
            throw new IllegalStateException("this Java cannot seal by PBES2", e);
        }
        return jwe.serialize();
    }

    /** @throws Invalid when it is another passphrase, or nothing that was sealed */
    static Map<String, Map<String, String>> open(String text, String passphrase) {
        try {
            JWEObject jwe = JWEObject.parse(text.strip());
            if (!JWEAlgorithm.Family.PBES2.contains(jwe.getHeader().getAlgorithm()) || passphrase.isEmpty()) {
                throw Invalid.of("office.passphrase", "passphrase");
            }
            jwe.decrypt(new PasswordBasedDecrypter(passphrase));
            return Json.read(jwe.getPayload().toString(), new TypeReference<>() {});
        } catch (ParseException | JOSEException | tools.jackson.core.JacksonException e) {
            throw Invalid.of("office.passphrase", "passphrase");
        }
    }
}
