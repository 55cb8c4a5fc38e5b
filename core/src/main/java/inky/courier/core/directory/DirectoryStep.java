package inky.courier.core.directory;

import inky.courier.core.connection.ProbeStep;

/** The steps from a directory's name to the people in it, in their order. */
public enum DirectoryStep implements ProbeStep {
    NAME,
    REACHED,
    ENCRYPTED,
    SIGNED_IN,
    BASE,
    PEOPLE;

    @Override
    public String area() {
        return "directory";
    }
}
