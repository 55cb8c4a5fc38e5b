package inky.courier.core.document;

import inky.courier.core.profile.FileSettings;
import java.io.IOException;
import java.nio.file.Path;

/** The writer of each type of file. */
public final class FileWriters {
    private FileWriters() {}

    public static FileWriter open(Path target, FileSettings settings) throws IOException {
        return switch (settings.type()) {
            case PDF -> new PdfWriter(target, settings);
            case TIFF -> new TiffWriter(target);
            case JPEG, PNG -> new PictureWriter(target);
            case TEXT -> new TextWriter(target);
            case WORD -> new WordWriter(target);
            case EXCEL -> new ExcelWriter(target);
            case POWERPOINT -> new SlidesWriter(target);
            case SPOKEN -> new SpokenWriter(target, settings);
        };
    }
}
