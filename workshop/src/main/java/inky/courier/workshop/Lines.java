package inky.courier.workshop;

import java.io.PrintStream;
import tools.jackson.databind.json.JsonMapper;

/** JSON objects, one a line. */
final class Lines {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final PrintStream out;

    Lines(PrintStream out) {
        this.out = out;
    }

    void print(Object object) {
        out.println(JSON.writeValueAsString(object));
    }
}
