package inky.courier.core.fleet;

import inky.courier.core.Problem;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * How the line to a device is protected, and as whom it is asked.
 *
 * @param encrypted by TLS
 * @param fingerprint of the one certificate that is trusted (SHA-256, hexadecimal with colons); empty where it has to be valid
 * @param account of its administrator, where it asks for one; empty for none
 */
public record DeviceAccess(Boolean encrypted, String fingerprint, String account) {
    /** Neither encrypted nor signed in. */
    public static final DeviceAccess OPEN = new DeviceAccess(false, "", "");

    private static final int LONGEST_ACCOUNT = 100;

    public DeviceAccess {
        encrypted = Boolean.TRUE.equals(encrypted);
        fingerprint = Objects.requireNonNullElse(fingerprint, "");
        account = Objects.requireNonNullElse(account, "").strip();
    }

    public List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        if (!fingerprint.isEmpty() && !(encrypted && CertificateCheck.EXACTLY_THIS.knowsWhom(fingerprint))) {
            problems.add(Problem.of("device.fingerprint", "fingerprint"));
        }
        if (account.length() > LONGEST_ACCOUNT || !PlainText.isLine(account)) {
            problems.add(Problem.of("device.account", "account"));
        }
        return problems;
    }
}
