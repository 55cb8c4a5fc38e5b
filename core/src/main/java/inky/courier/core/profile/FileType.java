package inky.courier.core.profile;

/** The kinds of file that a profile can make. */
public enum FileType {
    PDF("pdf", "application/pdf", "PDF", true, false),
    TIFF("tif", "image/tiff", "TIFF", true, false),
    JPEG("jpg", "image/jpeg", "JPEG", false, false),
    PNG("png", "image/png", "PNG", false, false),
    TEXT("txt", "text/plain", "plain text", true, true),
    WORD("docx", "application/vnd.openxmlformats-officedocument.wordprocessingml.document", "Word", true, true),
    EXCEL("xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", "Excel", true, true),
    POWERPOINT(
            "pptx",
            "application/vnd.openxmlformats-officedocument.presentationml.presentation",
            "PowerPoint",
            true,
            false),
    SPOKEN("ogg", "audio/ogg", "spoken audio", true, true);

    private final String extension;
    private final String mediaType;
    private final String words;
    private final boolean manyPages;
    private final boolean readsText;

    FileType(String extension, String mediaType, String words, boolean manyPages, boolean readsText) {
        this.extension = extension;
        this.mediaType = mediaType;
        this.words = words;
        this.manyPages = manyPages;
        this.readsText = readsText;
    }

    public String extension() {
        return extension;
    }

    public String mediaType() {
        return mediaType;
    }

    public String words() {
        return words;
    }

    /** Whether one file can hold several pages. */
    public boolean holdsManyPages() {
        return manyPages;
    }

    /** Whether it is made of the text on the pages, so OCR must be installed. */
    public boolean readsText() {
        return readsText;
    }
}
