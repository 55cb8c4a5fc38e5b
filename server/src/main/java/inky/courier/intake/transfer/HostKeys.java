package inky.courier.intake.transfer;

import inky.courier.store.Turns;
import inky.courier.vault.Vault;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.interfaces.RSAPrivateCrtKey;
import java.security.spec.PKCS8EncodedKeySpec;
import java.security.spec.RSAPublicKeySpec;
import java.util.List;
import java.util.Optional;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.digest.BuiltinDigests;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** By which devices know Courier again (SSH, RFC 4253 section 4.1): made once for the office, the same in every instance. */
@Component
public class HostKeys {
    /** Every device that speaks SFTP knows it. */
    private static final String ALGORITHM = "RSA";

    private static final int BITS = 3072;

    private final JdbcClient jdbc;
    private final Vault vault;
    private final Turns turns;
    private final TransactionTemplate transaction;

    HostKeys(JdbcClient jdbc, Vault vault, Turns turns, TransactionTemplate transaction) {
        this.jdbc = jdbc;
        this.vault = vault;
        this.turns = turns;
        this.transaction = transaction;
    }

    /** Made where there is none yet. */
    KeyPair key() {
        return kept().orElseGet(() -> transaction.execute(status -> {
            turns.await("intake host key");
            return kept().orElseGet(this::make);
        }));
    }

    /** As SSH programs show them: SHA-256 in Base64. */
    public List<String> fingerprints() {
        return kept().map(key -> List.of("RSA " + KeyUtils.getFingerPrint(BuiltinDigests.sha256, key.getPublic())))
                .orElse(List.of());
    }

    private Optional<KeyPair> kept() {
        return jdbc.sql("select sealed from intake_host_key where algorithm = ?")
                .param(ALGORITHM)
                .query((row, n) -> pair(vault.open(row.getBytes(1), context())))
                .optional();
    }

    private KeyPair make() {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance(ALGORITHM);
            generator.initialize(BITS);
            KeyPair made = generator.generateKeyPair();
            jdbc.sql("insert into intake_host_key (algorithm, sealed) values (?, ?)")
                    .params(ALGORITHM, vault.seal(made.getPrivate().getEncoded(), context()))
                    .update();
            return made;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static KeyPair pair(byte[] encoded) {
        try {
            KeyFactory keys = KeyFactory.getInstance(ALGORITHM);
            RSAPrivateCrtKey secret = (RSAPrivateCrtKey) keys.generatePrivate(new PKCS8EncodedKeySpec(encoded));
            return new KeyPair(
                    keys.generatePublic(new RSAPublicKeySpec(secret.getModulus(), secret.getPublicExponent())), secret);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static String context() {
        return "intake host key " + ALGORITHM;
    }
}
