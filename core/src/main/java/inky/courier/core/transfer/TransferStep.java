package inky.courier.core.transfer;

import inky.courier.core.connection.ProbeStep;
import java.util.stream.Stream;

/** The steps from a server's name to a file that is there, in their order. */
public enum TransferStep implements ProbeStep {
    NAME,
    REACHED,
    ENCRYPTED,
    /** Of a cloud alone, in place of all that follows: there, each person signs in for themselves. */
    CONSENT,
    SIGNED_IN,
    FOLDER,
    WRITTEN,
    RENAMED,
    READ_BACK,
    REMOVED,
    SPACE;

    /** From a name to a file, for who signs in with an account. */
    private static final TransferStep[] TO_A_FILE =
            Stream.of(values()).filter(step -> step != CONSENT).toArray(TransferStep[]::new);

    /** From a name to the question that a person answers. */
    private static final TransferStep[] TO_CONSENT = {NAME, REACHED, ENCRYPTED, CONSENT};

    public static TransferStep[] toAFile() {
        return TO_A_FILE.clone();
    }

    public static TransferStep[] toConsent() {
        return TO_CONSENT.clone();
    }

    @Override
    public String area() {
        return "transfer";
    }
}
