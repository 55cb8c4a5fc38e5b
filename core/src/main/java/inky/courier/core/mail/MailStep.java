package inky.courier.core.mail;

/** The steps from a name to an accepted message, in their order. */
public enum MailStep {
    NAME("Name found"),
    REACHED("Reached"),
    GREETED("Greeted"),
    ENCRYPTED("Encrypted"),
    SIGNED_IN("Signed in"),
    SENDER("Allowed to send"),
    RECIPIENT("Recipient taken"),
    ACCEPTED("Message accepted");

    private final String words;

    MailStep(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
