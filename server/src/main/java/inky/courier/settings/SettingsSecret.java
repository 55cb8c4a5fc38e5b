package inky.courier.settings;

import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;

/** What is secret of the settings of the office; each is kept sealed, and never told to anybody. */
public enum SettingsSecret {
    /** With which devices sign in that send mail. */
    INTAKE_PASSWORD,
    /** Of SNMP version 2c. */
    SNMP_COMMUNITY,
    /** Of the user of SNMP version 3. */
    SNMP_PASSWORD,
    /** By which that user encrypts. */
    SNMP_PRIVACY_PASSWORD,
    /** By which alerts are signed that go to another program. */
    WEBHOOK_SECRET;

    public static final Set<SettingsSecret> OF_SNMP =
            Set.copyOf(EnumSet.of(SNMP_COMMUNITY, SNMP_PASSWORD, SNMP_PRIVACY_PASSWORD));

    /** As it is kept. */
    String key() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
