package inky.courier.workshop;

import inky.courier.core.message.Message;
import java.io.PrintStream;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.ToStringSerializer;

/** JSON objects, one a line. */
final class Lines {
    private static final JsonMapper JSON = JsonMapper.builder()
            .addModule(new SimpleModule().addSerializer(Message.class, new ToStringSerializer(Message.class)))
            .build();

    private final PrintStream out;

    Lines(PrintStream out) {
        this.out = out;
    }

    void print(Object object) {
        out.println(JSON.writeValueAsString(object));
    }
}
