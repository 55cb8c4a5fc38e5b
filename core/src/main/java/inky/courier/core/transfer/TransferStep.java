package inky.courier.core.transfer;

import inky.courier.core.connection.ProbeStep;

/** The steps from a server's name to a file that is there, in their order. */
public enum TransferStep implements ProbeStep {
    NAME("Name found", "Name not found"),
    REACHED("Reached", "Not reached"),
    ENCRYPTED("Encrypted", "Not encrypted"),
    SIGNED_IN("Signed in", "Sign-in refused"),
    FOLDER("Folder reached", "Folder not reached"),
    WRITTEN("A small file written", "Not written"),
    RENAMED("Renamed", "Not renamed"),
    READ_BACK("Read back", "Not read back"),
    REMOVED("Removed again", "Not removed"),
    SPACE("Space left", "Space not known");

    private final String passed;
    private final String failed;

    TransferStep(String passed, String failed) {
        this.passed = passed;
        this.failed = failed;
    }

    @Override
    public String passed() {
        return passed;
    }

    @Override
    public String failed() {
        return failed;
    }
}
