package inky.courier.harness;

/** Threads of far sides, which end however they end. */
public final class Daemons {
    private Daemons() {}

    /** Something that may break off. */
    public interface Work {
        void run() throws Exception;
    }

    public static void run(Work work) {
        Thread thread = new Thread(() -> {
            try {
                work.run();
            } catch (Exception e) {
                // Whoever was here has gone.
            }
        });
        thread.setDaemon(true);
        thread.start();
    }
}
