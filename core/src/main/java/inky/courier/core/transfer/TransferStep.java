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

    private final Titles titles;

    TransferStep(String passed, String failed) {
        this.titles = new Titles(passed, failed);
    }

    @Override
    public Titles titles() {
        return titles;
    }
}
