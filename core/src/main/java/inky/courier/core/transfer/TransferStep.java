package inky.courier.core.transfer;

import inky.courier.core.connection.ProbeStep;
import java.util.stream.Stream;

/** The steps from a server's name to a file that is there, in their order. */
public enum TransferStep implements ProbeStep {
    NAME("Name found", "Name not found"),
    REACHED("Reached", "Not reached"),
    ENCRYPTED("Encrypted", "Not encrypted"),
    /** Of a cloud alone, in place of all that follows: there, each person signs in for themselves. */
    CONSENT("Asks people for their consent", "Does not ask for consent"),
    SIGNED_IN("Signed in", "Sign-in refused"),
    FOLDER("Folder reached", "Folder not reached"),
    WRITTEN("A small file written", "Not written"),
    RENAMED("Renamed", "Not renamed"),
    READ_BACK("Read back", "Not read back"),
    REMOVED("Removed again", "Not removed"),
    SPACE("Space left", "Space not known");

    /** From a name to a file, for who signs in with an account. */
    private static final TransferStep[] TO_A_FILE =
            Stream.of(values()).filter(step -> step != CONSENT).toArray(TransferStep[]::new);

    /** From a name to the question that a person answers. */
    private static final TransferStep[] TO_CONSENT = {NAME, REACHED, ENCRYPTED, CONSENT};

    private final Titles titles;

    TransferStep(String passed, String failed) {
        this.titles = new Titles(passed, failed);
    }

    public static TransferStep[] toAFile() {
        return TO_A_FILE.clone();
    }

    public static TransferStep[] toConsent() {
        return TO_CONSENT.clone();
    }

    @Override
    public Titles titles() {
        return titles;
    }
}
