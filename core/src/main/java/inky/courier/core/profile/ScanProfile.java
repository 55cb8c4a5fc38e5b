package inky.courier.core.profile;

import inky.courier.core.media.Resolution;

/** How paper becomes pages and a file. */
public record ScanProfile(ColourMode colour, Resolution resolution, Sides sides, FileType fileType) {

    /** The kinds of file that a profile can make. */
    public enum FileType {
        PDF("pdf", "application/pdf", "PDF of many pages");

        private final String extension;
        private final String mediaType;
        private final String words;

        FileType(String extension, String mediaType, String words) {
            this.extension = extension;
            this.mediaType = mediaType;
            this.words = words;
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
    }

    /** The profile as a sentence: "Both sides, colour as found, 200 dpi, PDF of many pages". */
    public String sentence() {
        String text = sides.words() + ", " + colour.words() + ", " + resolution.dpi() + " dpi, " + fileType.words();
        return Character.toUpperCase(text.charAt(0)) + text.substring(1);
    }
}
