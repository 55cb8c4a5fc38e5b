package inky.courier.core.profile;

import inky.courier.core.message.Message;
import java.util.Locale;

/** The kinds of file that a profile can make. */
public enum FileType {
    PDF("pdf", "application/pdf", true, false),
    TIFF("tif", "image/tiff", true, false),
    JPEG("jpg", "image/jpeg", false, false),
    PNG("png", "image/png", false, false),
    TEXT("txt", "text/plain", true, true),
    WORD("docx", "application/vnd.openxmlformats-officedocument.wordprocessingml.document", true, true),
    EXCEL("xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", true, true),
    POWERPOINT("pptx", "application/vnd.openxmlformats-officedocument.presentationml.presentation", true, false),
    SPOKEN("ogg", "audio/ogg", true, true);

    private final String extension;
    private final String mediaType;
    private final boolean manyPages;
    private final boolean readsText;

    FileType(String extension, String mediaType, boolean manyPages, boolean readsText) {
        this.extension = extension;
        this.mediaType = mediaType;
        this.manyPages = manyPages;
        this.readsText = readsText;
    }

    public String extension() {
        return extension;
    }

    public String mediaType() {
        return mediaType;
    }

    public Message words() {
        return Message.of("profile.file." + name().toLowerCase(Locale.ROOT));
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
