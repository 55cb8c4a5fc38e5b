package inky.courier.core.profile;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import java.util.ArrayList;
import java.util.List;

/**
 * What is made of the pages.
 *
 * @param pagesPerFile all pages in one file, or a file for each
 * @param light a light PDF: sharp print over a coarser picture
 * @param searchable OCR text under the pictures of a PDF
 * @param archive PDF/A-2b, ISO 19005-2
 * @param languages of the text, as Tesseract names them ("eng", "deu"); at least one
 * @param quality of JPEG coding
 * @param protection of a PDF
 * @param spokenAs the container of spoken audio
 */
public record FileSettings(
        FileType type,
        PagesPerFile pagesPerFile,
        boolean light,
        boolean searchable,
        boolean archive,
        List<String> languages,
        Quality quality,
        Protection protection,
        Spoken spokenAs) {
    public static final FileSettings PDF = of(FileType.PDF);

    /** How many pages a file gets. */
    public enum PagesPerFile {
        ALL,
        ONE
    }

    /** JPEG quality, as a person chooses it. */
    public enum Quality {
        SMALL(0.5f),
        USUAL(0.75f),
        FINE(0.9f);

        private final float jpeg;

        Quality(float jpeg) {
            this.jpeg = jpeg;
        }

        /** 0 to 1. */
        public float jpeg() {
            return jpeg;
        }
    }

    /** Containers of audio. */
    public enum Spoken {
        /** RFC 7845. */
        OGG_OPUS("ogg", "audio/ogg"),
        WAV("wav", "audio/wav");

        private final String extension;
        private final String mediaType;

        Spoken(String extension, String mediaType) {
            this.extension = extension;
            this.mediaType = mediaType;
        }

        public String extension() {
            return extension;
        }

        public String mediaType() {
            return mediaType;
        }
    }

    public FileSettings {
        type = type == null ? FileType.PDF : type;
        pagesPerFile = pagesPerFile == null ? PagesPerFile.ALL : pagesPerFile;
        languages = languages == null || languages.isEmpty() ? List.of("eng") : List.copyOf(languages);
        quality = quality == null ? Quality.USUAL : quality;
        protection = protection == null ? Protection.NONE : protection;
        spokenAs = spokenAs == null ? Spoken.OGG_OPUS : spokenAs;
        boolean pdf = type == FileType.PDF;
        if (!pdf && (light || searchable || archive || protection.applies())) {
            throw new Invalid(
                    "profile.pdfOnly",
                    "files.type",
                    Message.of("profile.only-pdf").with("type", type.words()),
                    Message.of("profile.only-pdf.remedy"));
        }
        if (archive && protection.applies()) {
            // ISO 19005-2, 6.1.3: the trailer shall not hold the keyword Encrypt.
            throw Invalid.of("profile.archiveProtected", "files.protection");
        }
        for (String language : languages) {
            if (!language.matches("[A-Za-z_]{2,20}(/[A-Za-z_]{2,30})?")) {
                throw new Invalid(
                        "profile.language",
                        "files.languages",
                        Message.of("problem.profile.ocr-language").with("language", language),
                        Message.of("problem.profile.ocr-language.remedy"));
            }
        }
    }

    public static FileSettings of(FileType type) {
        return new FileSettings(
                type,
                PagesPerFile.ALL,
                false,
                false,
                false,
                List.of(),
                Quality.USUAL,
                Protection.NONE,
                Spoken.OGG_OPUS);
    }

    public FileSettings withLight(boolean light) {
        return new FileSettings(
                type, pagesPerFile, light, searchable, archive, languages, quality, protection, spokenAs);
    }

    public FileSettings withQuality(Quality quality) {
        return new FileSettings(
                type, pagesPerFile, light, searchable, archive, languages, quality, protection, spokenAs);
    }

    public FileSettings withProtection(Protection protection) {
        return new FileSettings(
                type, pagesPerFile, light, searchable, archive, languages, quality, protection, spokenAs);
    }

    /** What of it a coded page shows: how many of them share a file, and what a file says of itself, does not. */
    public FileSettings ofPages() {
        return new FileSettings(
                type,
                PagesPerFile.ALL,
                light,
                searchable,
                false,
                readsText() ? languages : List.of(),
                quality,
                Protection.NONE,
                Spoken.OGG_OPUS);
    }

    /** Whether making them takes much longer than making pages ready: text is read, or pictures are taken apart. */
    public boolean takesLong() {
        return light || readsText();
    }

    /** Files of pages that look the same, and are made at once. */
    public FileSettings plain() {
        return new FileSettings(
                FileType.PDF,
                onePageEach() ? PagesPerFile.ONE : PagesPerFile.ALL,
                false,
                false,
                false,
                List.of(),
                quality,
                Protection.NONE,
                spokenAs);
    }

    /** The same in another language. */
    public FileSettings reading(List<String> languages) {
        return new FileSettings(
                type, pagesPerFile, light, searchable, archive, languages, quality, protection, spokenAs);
    }

    /** Whether pages have to be read by OCR. */
    public boolean readsText() {
        return searchable || type.readsText();
    }

    public String extension() {
        return type == FileType.SPOKEN ? spokenAs.extension() : type.extension();
    }

    public String mediaType() {
        return type == FileType.SPOKEN ? spokenAs.mediaType() : type.mediaType();
    }

    public boolean onePageEach() {
        return pagesPerFile == PagesPerFile.ONE || !type.holdsManyPages();
    }

    /** "searchable light PDF of many pages", "TIFF, one page each". */
    public Message words() {
        Message name = archive ? Message.of("profile.file.archive") : type.words();
        List<String> kinds = new ArrayList<>();
        if (protection.applies()) {
            kinds.add("encrypted");
        }
        if (searchable) {
            kinds.add("searchable");
        }
        if (light) {
            kinds.add("light");
        }
        if (!kinds.isEmpty()) {
            name = Message.of("profile.file." + String.join("-", kinds)).with("type", name);
        }
        return type == FileType.SPOKEN
                ? name
                : Message.of(onePageEach() ? "profile.file.each-page" : "profile.file.many-pages")
                        .with("file", name);
    }
}
