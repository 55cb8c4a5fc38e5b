package inky.courier.core.transfer;

/** In which open format a delivery's data goes beside its files. */
public enum SidecarForm {
    NONE(""),
    /** RFC 8259. */
    JSON("json"),
    /** XML 1.0. */
    XML("xml"),
    /** RFC 4180, one row a file. */
    CSV("csv");

    private final String extension;

    SidecarForm(String extension) {
        this.extension = extension;
    }

    public String extension() {
        return extension;
    }
}
