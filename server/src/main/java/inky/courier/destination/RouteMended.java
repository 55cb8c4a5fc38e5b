package inky.courier.destination;

import java.util.UUID;

/** A route has new settings, or its probe passed: what waits for it may go. */
public record RouteMended(UUID routeId) {}
