package inky.courier.harness;

import java.net.URI;

/** Where the application runs: in this process or in one of its own. */
public interface Host {
    URI uri();

    Browser administrator();
}
