package inky.courier.workshop;

import inky.courier.core.document.Description;
import inky.courier.core.naming.FileNames;
import inky.courier.core.naming.NameRules;
import inky.courier.core.profile.ProfileFormat;
import inky.courier.core.reading.Tesseract;
import inky.courier.core.workshop.ImageFiles;
import inky.courier.core.workshop.MadeFile;
import inky.courier.core.workshop.PageReport;
import inky.courier.core.workshop.Workshop;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Files out of pages, by a profile. */
final class Make implements Command.Task {
    @Override
    public void run(Arguments arguments, Lines out) throws IOException {
        arguments.allow("profile", "out", "dpi");
        ProfileFormat.Named named = ProfileFormat.read(arguments.text("profile"));
        Path folder = Path.of(arguments.required("out"));
        List<ImageFiles.Page> pages = new ArrayList<>();
        for (Path file : arguments.requiredFiles()) {
            pages.addAll(ImageFiles.read(file, arguments.dpi()));
        }
        Files.createDirectories(folder);
        Path work = Files.createTempDirectory(folder, ".making");
        try {
            String title = stem(Path.of(pages.get(0).file()));
            Description description = new Description(title, "", Instant.now(), ZoneId.systemDefault());
            int cores = Runtime.getRuntime().availableProcessors();
            Workshop.Result result = new Workshop(named.profile(), new Tesseract(), cores)
                    .make(pages.stream().map(ImageFiles.Page::source).toList(), work, description);
            List<String> names = FileNames.of(
                    result.files().stream()
                            .map(file -> file.called(file.separatorText().isEmpty() ? title : file.separatorText()))
                            .toList(),
                    NameRules.WINDOWS);
            for (int i = 0; i < names.size(); i++) {
                MadeFile file = result.files().get(i);
                String name = names.get(i);
                Files.move(file.path(), folder.resolve(name), java.nio.file.StandardCopyOption.REPLACE_EXISTING);
                out.print(line(file, name, named, result.pages()));
            }
            for (PageReport page : result.pages()) {
                if (page.fate() != PageReport.Fate.KEPT) {
                    Map<String, Object> line = new LinkedHashMap<>();
                    line.put("leftOut", page.number());
                    line.put("why", page.fate().name().toLowerCase(Locale.ROOT));
                    line.put("done", page.done());
                    out.print(line);
                }
            }
        } finally {
            clear(work);
        }
    }

    private static Map<String, Object> line(
            MadeFile file, String name, ProfileFormat.Named named, List<PageReport> reports) {
        Map<String, Object> line = new LinkedHashMap<>();
        line.put("file", name);
        line.put("type", file.mediaType());
        line.put("bytes", file.bytes());
        line.put("pages", file.pages());
        line.put("part", file.part().name().toLowerCase(Locale.ROOT));
        line.put("kind", file.kind().code());
        line.put("separator", file.separatorText());
        line.put(
                "treated",
                reports.stream()
                        .filter(report -> file.scanned().contains(report.number()))
                        .map(report -> Map.of("page", report.number(), "done", report.done()))
                        .toList());
        return line;
    }

    private static String stem(Path file) {
        String name = file.getFileName().toString();
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(0, dot) : name;
    }

    private static void clear(Path folder) throws IOException {
        try (var files = Files.list(folder)) {
            for (Path file : files.toList()) {
                Files.deleteIfExists(file);
            }
        }
        Files.deleteIfExists(folder);
    }
}
