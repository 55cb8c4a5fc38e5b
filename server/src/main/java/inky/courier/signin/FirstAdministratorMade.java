package inky.courier.signin;

/** Somebody has taken charge of an empty Courier. */
public record FirstAdministratorMade() {}
