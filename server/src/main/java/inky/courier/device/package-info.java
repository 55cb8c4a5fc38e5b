/** Scanners and multifunction devices: what they are, can do and say of themselves. Talks to them by {@link inky.courier.device.DeviceLink}. */
package inky.courier.device;
