package inky.courier.core.connection;

/** One step of a probe; an enumeration of each area, in the order in which the steps are taken. */
public interface ProbeStep {
    /** What is said when a step passed and when it did not. */
    record Titles(String passed, String failed) {}

    String name();

    Titles titles();
}
