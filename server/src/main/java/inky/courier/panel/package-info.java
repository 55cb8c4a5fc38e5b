/** Panels: which jobs are on which device, and what the person in front of it does there. */
package inky.courier.panel;
