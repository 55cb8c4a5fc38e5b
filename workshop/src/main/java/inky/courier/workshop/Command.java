package inky.courier.workshop;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.message.Message;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** Entry of {@code bin/workshop}. */
public final class Command {
    private static final String USAGE = """
            workshop analyse [--dpi N] FILE...
            workshop make --profile PROFILE.json --out DIR [--dpi N] FILE...
            workshop estimate --profile PROFILE.json --media NAME --pages N [--limit BYTES]
            workshop name --template TEMPLATE --values VALUES.json --for smb|posix|webdav|ftp|mail
            docs/workshop.md says more.""";

    /** What one word of the command line does. */
    interface Task {
        void run(Arguments arguments, Lines out) throws IOException;
    }

    private static final Map<String, Task> TASKS = Map.of(
            "analyse", new Analyse(), "make", new Make(), "estimate", new EstimateTask(), "name", new NameTask());

    private Command() {}

    public static void main(String[] args) {
        PrintStream out = new PrintStream(
                new java.io.FileOutputStream(java.io.FileDescriptor.out), false, StandardCharsets.UTF_8);
        int code = run(List.of(args), out, System.err);
        out.flush();
        System.exit(code);
    }

    /** @return 0, 2 for what the caller gave wrong, 1 for what the machine could not do */
    static int run(List<String> args, PrintStream out, PrintStream errors) {
        try {
            Task task = args.isEmpty() ? null : TASKS.get(args.get(0));
            if (task == null) {
                errors.println(USAGE);
                return 2;
            }
            task.run(Arguments.of(args.subList(1, args.size())), new Lines(out));
            return 0;
        } catch (Invalid e) {
            for (Problem problem : e.problems()) {
                errors.println(problem.sentence() + " " + problem.remedy());
            }
            return 2;
        } catch (IOException e) {
            errors.println("It could not be done: " + e.getMessage());
            return 1;
        }
    }

    static Invalid wrong(String sentence) {
        return new Invalid(
                "workshop.usage",
                "",
                Message.text(sentence),
                Message.text("\n" + String.join("\n", Arrays.asList(USAGE.split("\n")))));
    }
}
