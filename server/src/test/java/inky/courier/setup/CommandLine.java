package inky.courier.setup;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;

/** {@code bin/setup} as it is typed, and what it last said. */
public final class CommandLine {
    private final Map<String, String> environment;
    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final ByteArrayOutputStream errors = new ByteArrayOutputStream();

    public CommandLine(Map<String, String> environment) {
        this.environment = environment;
    }

    public int does(String... words) {
        out.reset();
        errors.reset();
        return new SetUpCommand(environment, stream(out), stream(errors)).does(words);
    }

    private static PrintStream stream(ByteArrayOutputStream to) {
        return new PrintStream(to, true, StandardCharsets.UTF_8);
    }

    public String out() {
        return out.toString(StandardCharsets.UTF_8);
    }

    public String errors() {
        return errors.toString(StandardCharsets.UTF_8);
    }
}
