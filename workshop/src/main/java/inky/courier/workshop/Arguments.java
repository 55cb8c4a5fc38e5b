package inky.courier.workshop;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/** Options with a value each, and files. */
record Arguments(Map<String, String> options, List<Path> files) {
    static Arguments of(List<String> args) {
        Map<String, String> options = new LinkedHashMap<>();
        List<Path> files = new ArrayList<>();
        for (int i = 0; i < args.size(); i++) {
            String arg = args.get(i);
            if (!arg.startsWith("--")) {
                files.add(path(arg));
            } else if (i + 1 < args.size()) {
                options.put(arg.substring(2), args.get(++i));
            } else {
                throw Command.wrong(arg + " needs a value.");
            }
        }
        return new Arguments(options, files);
    }

    private static Path path(String text) {
        try {
            return Path.of(text);
        } catch (java.nio.file.InvalidPathException e) {
            throw Command.wrong("\"" + text + "\" is no file's name.");
        }
    }

    void allow(String... names) {
        for (String name : options.keySet()) {
            if (!List.of(names).contains(name)) {
                throw Command.wrong("There is no option --" + name + " here.");
            }
        }
    }

    String required(String name) {
        return optional(name).orElseThrow(() -> Command.wrong("--" + name + " is missing."));
    }

    Optional<String> optional(String name) {
        return Optional.ofNullable(options.get(name));
    }

    OptionalInt dpi() {
        return options.containsKey("dpi") ? OptionalInt.of((int) number("dpi", 75, 1200)) : OptionalInt.empty();
    }

    long number(String name, long least, long most) {
        try {
            long value = Long.parseLong(required(name));
            if (value >= least && value <= most) {
                return value;
            }
        } catch (NumberFormatException e) {
            // Said below, together with numbers that are out of range.
        }
        throw Command.wrong("--" + name + " is a whole number from " + least + " to " + most + ".");
    }

    List<Path> requiredFiles() {
        if (files.isEmpty()) {
            throw Command.wrong("There is no file to work on.");
        }
        return files;
    }

    /** The text of a file named by an option. */
    String text(String name) throws java.io.IOException {
        Path file = path(required(name));
        if (!java.nio.file.Files.isReadable(file) || java.nio.file.Files.isDirectory(file)) {
            throw Command.wrong(file + " is not there, or cannot be read.");
        }
        return java.nio.file.Files.readString(file);
    }
}
