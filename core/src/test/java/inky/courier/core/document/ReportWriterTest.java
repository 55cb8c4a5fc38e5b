package inky.courier.core.document;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.report.PrintedReport;
import inky.courier.core.report.ReportBar;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ReportWriterTest {
    @TempDir
    Path folder;

    /** Read by another program: Poppler's pdftotext. */
    private String[] read(byte[] pdf) throws IOException, InterruptedException {
        Path file = Files.write(folder.resolve("report.pdf"), pdf);
        Process process = new ProcessBuilder("pdftotext", "-layout", file.toString(), "-")
                .redirectErrorStream(true)
                .start();
        String text = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertEquals(0, process.waitFor(), text);
        return text.split("\f");
    }

    @Test
    void everyRowIsOnPaperOnceWithTheHeadOnEachPage() throws Exception {
        List<List<String>> rows = IntStream.range(0, 120)
                .mapToObj(n -> List.of("Device number " + n, n + ",000", "95 %"))
                .toList();
        PrintedReport report = new PrintedReport(
                "Wherrymoor Ferries",
                "8,463 documents",
                "2026-11-01 to 2026-11-30",
                List.of("Half arrived within 2 s.", "A name with letters that the font has not: 号"),
                "Documents by day",
                IntStream.range(1, 31)
                        .mapToObj(day -> new ReportBar("11-" + day, day * 10L, day % 3, day % 7))
                        .toList(),
                List.of("Device", "Documents", "Arrived"),
                rows);
        String[] pages = read(ReportWriter.write(List.of(report)));
        assertTrue(pages.length >= 3, pages.length + " pages");
        String all = String.join("\n", pages);
        for (int n = 0; n < rows.size(); n++) {
            assertEquals(2, all.split("Device number " + n + "\\b", -1).length, "row " + n);
        }
        for (String page : pages) {
            assertTrue(page.contains("Documents") && page.contains("Arrived"), page);
        }
        assertTrue(pages[0].contains("8,463 documents") && pages[0].contains("11-1"), pages[0]);
    }

    @Test
    void whatIsTooLongForItsColumnIsCutAndNothingIsNoPicture() throws Exception {
        PrintedReport report = new PrintedReport(
                "",
                "Nothing",
                "2026-11-01",
                List.of(),
                "",
                List.of(),
                List.of("Job", "Documents"),
                List.of(List.of("A very long name of a job that never ends ".repeat(4), "1")));
        String page = read(ReportWriter.write(List.of(report)))[0];
        assertTrue(page.contains("A very long name") && page.contains("..."), page);
        assertTrue(!page.contains("arrived"), page);
    }
}
