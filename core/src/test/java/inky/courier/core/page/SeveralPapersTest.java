package inky.courier.core.page;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.page.Outline.Point;
import inky.courier.core.tidy.Resample;
import inky.courier.core.truth.GlassPages;
import inky.courier.core.truth.RoughPages;
import inky.courier.core.truth.TruthPages;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Drawn papers whose places are known; seeds that nothing was tuned on. */
@Tag("long")
class SeveralPapersTest {
    private static final int DPI = 150;

    @Test
    void eachPaperOnTheGlassIsFoundWhereItLies() {
        List<String> wrong = new ArrayList<>();
        int kinds = 0;
        int papers = 0;
        for (long seed = TruthPages.HELD_BACK; seed < TruthPages.HELD_BACK + TruthPages.some(18); seed++) {
            GlassPages.Glass glass = GlassPages.of(seed, DPI);
            List<Outline> found = PageAnalyser.papers(glass.raster());
            if (found.size() != glass.papers().size()) {
                wrong.add(glass.what() + ": found " + found.size());
                continue;
            }
            for (GlassPages.Lying paper : glass.papers()) {
                Outline nearest = nearest(found, paper.outline());
                double off = farthestCorner(nearest, paper.outline()) * 25.4 / DPI;
                if (off > 1) {
                    wrong.add(String.format("%s: %s off by %.1f mm", glass.what(), paper.kind(), off));
                }
                PageRaster cut = Resample.cut(glass.raster(), nearest);
                papers++;
                kinds += PageAnalyser.analyse(cut).kind() == paper.kind() ? 1 : 0;
            }
        }
        assertEquals(List.of(), wrong);
        assertTrue(kinds >= papers * 0.95, kinds + " of " + papers + " kinds are right");
    }

    @Test
    void theyComeRowByRow() {
        GlassPages.Glass glass = GlassPages.of(TruthPages.HELD_BACK + 2, DPI);
        List<Outline> found = PageAnalyser.papers(glass.raster());
        for (int i = 1; i < found.size(); i++) {
            Outline before = found.get(i - 1);
            Outline after = found.get(i);
            assertTrue(
                    middle(after).x() > middle(before).x()
                            || middle(after).y() > middle(before).y(),
                    "paper " + (i + 1) + " lies above and left of the one before it");
        }
    }

    @Test
    void whatIsPrintedOnOnePageIsNeverTakenForPapers() {
        List<String> parted = new ArrayList<>();
        for (long seed = TruthPages.HELD_BACK; seed < TruthPages.HELD_BACK + TruthPages.some(8); seed++) {
            note(parted, "letter", seed, TruthPages.colourLetter(seed, DPI).raster());
            note(parted, "kind", seed, TruthPages.kind(seed, DPI).raster());
            note(parted, "on a lid", seed, TruthPages.onLid(seed, DPI).raster());
            note(parted, "to the edge", seed, RoughPages.toTheEdge(seed, DPI).raster());
            note(parted, "sparse", seed, RoughPages.sparse(seed, DPI).raster());
        }
        assertEquals(List.of(), parted);
    }

    private static void note(List<String> parted, String sort, long seed, PageRaster page) {
        int found = PageAnalyser.papers(page).size();
        if (found > 0) {
            parted.add(sort + ", seed " + seed + ": " + found + " papers");
        }
    }

    private static Outline nearest(List<Outline> found, Outline wanted) {
        Outline best = found.get(0);
        for (Outline outline : found) {
            best = apart(middle(outline), middle(wanted)) < apart(middle(best), middle(wanted)) ? outline : best;
        }
        return best;
    }

    private static Point middle(Outline outline) {
        Point a = outline.topLeft();
        Point c = outline.bottomRight();
        return new Point((a.x() + c.x()) / 2, (a.y() + c.y()) / 2);
    }

    private static double farthestCorner(Outline a, Outline b) {
        return Math.max(
                Math.max(apart(a.topLeft(), b.topLeft()), apart(a.topRight(), b.topRight())),
                Math.max(apart(a.bottomLeft(), b.bottomLeft()), apart(a.bottomRight(), b.bottomRight())));
    }

    private static double apart(Point a, Point b) {
        return Math.hypot(a.x() - b.x(), a.y() - b.y());
    }
}
