/** Devices asked by SNMP: what their printers say of themselves beside the protocol by which they are used. */
package inky.courier.device.snmp;
