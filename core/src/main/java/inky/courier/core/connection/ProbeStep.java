package inky.courier.core.connection;

/** One step of a probe, with what is said when it passed and when it did not. */
public interface ProbeStep {
    String name();

    String passed();

    String failed();
}
