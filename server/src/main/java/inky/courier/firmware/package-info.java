/**
 * Firmware of devices: which versions the office lets them run, who is behind, and updates in stages. In: the set-up, and what devices say. Out:
 * updates, of which one task begins devices in their turn and looks at those under way until each is back.
 */
@NullMarked
package inky.courier.firmware;

import org.jspecify.annotations.NullMarked;
