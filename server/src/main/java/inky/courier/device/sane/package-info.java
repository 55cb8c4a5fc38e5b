/** Scanners on other computers, over the SANE network protocol: SANE standard 1.06, chapter 5 (from memory). */
package inky.courier.device.sane;
