package inky.courier.core.reading;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** Programs of the machine, run with fixed arguments and never through a shell. */
final class Programs {
    private Programs() {}

    /** Writes what a program reads from its standard input. */
    interface Input {
        void writeTo(OutputStream out) throws IOException;
    }

    static boolean has(String name) {
        String path = System.getenv("PATH");
        for (String folder : (path == null ? "/usr/bin" : path).split(":")) {
            if (Files.isExecutable(Path.of(folder, name))) {
                return true;
            }
        }
        return false;
    }

    /**
     * What the program writes to its standard output.
     *
     * @throws IOException when it fails, with the last of what it said
     */
    static byte[] run(List<String> command, Map<String, String> environment, Input input, int seconds)
            throws IOException {
        ProcessBuilder builder = new ProcessBuilder(command);
        builder.environment().putAll(environment);
        Path errors = Files.createTempFile("courier", ".err");
        builder.redirectError(errors.toFile());
        Process process = builder.start();
        try {
            Thread writer = new Thread(() -> {
                try (OutputStream out = process.getOutputStream()) {
                    input.writeTo(out);
                } catch (IOException e) {
                    // The program ended early; its exit code says why.
                    process.destroy();
                }
            });
            writer.start();
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            Thread killer = watch(process, seconds);
            try (InputStream in = process.getInputStream()) {
                in.transferTo(bytes);
            }
            int code = process.waitFor();
            killer.interrupt();
            writer.join();
            if (code != 0) {
                String said = Files.readString(errors).strip();
                throw new IOException(command.get(0) + " ended with " + code + ": "
                        + said.substring(Math.max(0, said.length() - 300)));
            }
            return bytes.toByteArray();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("interrupted", e);
        } finally {
            process.destroyForcibly();
            Files.deleteIfExists(errors);
        }
    }

    private static Thread watch(Process process, int seconds) {
        Thread killer = new Thread(() -> {
            try {
                if (!process.waitFor(seconds, TimeUnit.SECONDS)) {
                    process.destroyForcibly();
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        });
        killer.setDaemon(true);
        killer.start();
        return killer;
    }
}
