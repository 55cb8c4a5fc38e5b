package inky.courier.scan;

import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.web.Json;
import java.util.Optional;

/** What was found of a page, as it is kept in a column: it counts as long as it would be found the same today. */
record KeptAnalysis(int version, PageAnalysis analysis) {
    static String write(Optional<PageAnalysis> analysis) {
        return analysis.map(found -> Json.write(new KeptAnalysis(PageAnalyser.VERSION, found)))
                .orElse("");
    }

    static Optional<PageAnalysis> read(String column) {
        // The version first: what an earlier one wrote may not be readable any more.
        return column.startsWith("{\"version\":" + PageAnalyser.VERSION + ",")
                ? Optional.of(Json.read(column, KeptAnalysis.class).analysis)
                : Optional.empty();
    }
}
