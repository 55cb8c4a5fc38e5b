import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router';
import { bestLanguage, speak } from '@/shared/words';

/** One area of the set-up: its list, and one of it beside the list. */
function area(path: string, name: string, load: () => Promise<unknown>, place = name): RouteRecordRaw {
  return {
    path: `/${path}/:id?`,
    name,
    component: load as RouteRecordRaw['component'] & (() => Promise<never>),
    meta: { place },
  };
}

const routes: RouteRecordRaw[] = [
  { path: '/', name: 'Today', component: () => import('@/today/TodayView.vue'), meta: { place: 'Today' } },
  {
    path: '/deliveries',
    name: 'Deliveries',
    component: () => import('@/deliveries/DeliveriesView.vue'),
    meta: { place: 'Deliveries' },
  },
  {
    path: '/deliveries/:id',
    name: 'Delivery',
    component: () => import('@/deliveries/DeliveryView.vue'),
    meta: { place: 'Deliveries' },
  },
  {
    path: '/fleet',
    name: 'Fleet',
    component: () => import('@/fleet/FleetView.vue'),
    meta: { place: 'Fleet' },
  },
  {
    path: '/fleet/settings',
    name: 'Settings of devices',
    component: () => import('@/drift/SettingsView.vue'),
    meta: { place: 'Fleet' },
  },
  {
    path: '/fleet/firmware',
    name: 'Firmware',
    component: () => import('@/firmware/FirmwareView.vue'),
    meta: { place: 'Fleet' },
  },
  {
    path: '/fleet/:id',
    name: 'Device',
    component: () => import('@/fleet/DevicePage.vue'),
    meta: { place: 'Fleet' },
  },
  {
    path: '/reports/monthly',
    name: 'Monthly report',
    component: () => import('@/reports/MonthlyReportView.vue'),
    meta: { place: 'Reports' },
  },
  {
    path: '/reports',
    name: 'Reports',
    component: () => import('@/reports/ReportsView.vue'),
    meta: { place: 'Reports' },
  },
  {
    path: '/shelf/:folder?',
    name: 'Shelf',
    component: () => import('@/shelf/ShelfView.vue'),
    meta: { place: 'Shelf' },
  },
  {
    path: '/alerts',
    name: 'Alerts',
    component: () => import('@/alerts/AlertsView.vue'),
    meta: { place: 'Alerts' },
  },
  {
    path: '/alerts/rules',
    name: 'Alert rules',
    component: () => import('@/alerts/AlertRulesView.vue'),
    meta: { place: 'Alerts' },
  },
  {
    path: '/help',
    name: 'Calls for help',
    component: () => import('@/help/HelpCallsView.vue'),
    meta: { place: 'Calls for help' },
  },
  {
    path: '/unclaimed',
    name: 'Unclaimed',
    component: () => import('@/incoming/UnclaimedView.vue'),
    meta: { place: 'Unclaimed' },
  },
  {
    path: '/help/:id',
    name: 'Call for help',
    component: () => import('@/help/HelpCallView.vue'),
    meta: { place: 'Calls for help' },
  },
  {
    path: '/dependents/:kind/:id',
    name: 'Dependents',
    component: () => import('@/dependents/DependentsView.vue'),
    meta: { place: 'Dependents' },
  },
  {
    path: '/devices/find',
    name: 'Find devices',
    component: () => import('@/devices/FindDevices.vue'),
    meta: { place: 'Devices' },
  },
  area('devices', 'Devices', () => import('@/devices/DevicesView.vue')),
  {
    path: '/mail-servers',
    name: 'Mail servers',
    component: () => import('@/mail/MailServersView.vue'),
    meta: { place: 'Mail servers' },
  },
  {
    path: '/mail-servers/:id',
    name: 'Mail server',
    component: () => import('@/mail/MailServerView.vue'),
    meta: { place: 'Mail servers' },
  },
  {
    path: '/destinations',
    name: 'Destinations',
    component: () => import('@/destinations/DestinationsView.vue'),
    meta: { place: 'Destinations' },
  },
  {
    path: '/destinations/:id',
    name: 'Destination',
    component: () => import('@/destinations/DestinationView.vue'),
    meta: { place: 'Destinations' },
  },
  {
    path: '/profiles',
    name: 'Profiles',
    component: () => import('@/profiles/ProfilesView.vue'),
    meta: { place: 'Profiles' },
  },
  {
    path: '/profiles/:id',
    name: 'Profile',
    component: () => import('@/profiles/ProfileView.vue'),
    meta: { place: 'Profiles' },
  },
  {
    path: '/names',
    name: 'Names',
    component: () => import('@/names/NamesView.vue'),
    meta: { place: 'Names' },
  },
  {
    path: '/names/:id',
    name: 'Name',
    component: () => import('@/names/NameView.vue'),
    meta: { place: 'Names' },
  },
  {
    path: '/jobs',
    name: 'Jobs',
    component: () => import('@/jobs/JobsView.vue'),
    meta: { place: 'Jobs' },
  },
  {
    path: '/jobs/:id',
    name: 'Job',
    component: () => import('@/jobs/ComposerView.vue'),
    meta: { place: 'Jobs' },
  },
  { path: '/jobs/:id/rehearse', redirect: (to) => `/jobs/${String(to.params.id)}` },
  {
    path: '/people/sign-in',
    name: 'Sign-in at panels',
    component: () => import('@/people/SignInRules.vue'),
    meta: { place: 'People' },
  },
  {
    path: '/people/:id/about',
    name: 'About a person',
    component: () => import('@/people/PersonView.vue'),
    meta: { place: 'People' },
  },
  {
    path: '/contacts/rules',
    name: 'Rules for recipients',
    component: () => import('@/contacts/RulesView.vue'),
    meta: { place: 'People' },
  },
  {
    path: '/contacts/duplicates',
    name: 'Possible duplicates',
    component: () => import('@/contacts/DuplicatesView.vue'),
    meta: { place: 'People' },
  },
  {
    path: '/directories',
    name: 'Directories',
    component: () => import('@/directories/DirectoriesView.vue'),
    meta: { place: 'People' },
  },
  {
    path: '/directories/:id',
    name: 'Directory',
    component: () => import('@/directories/DirectoryView.vue'),
    meta: { place: 'People' },
  },
  {
    path: '/inboxes',
    name: 'Inboxes',
    component: () => import('@/inboxes/InboxesView.vue'),
    meta: { place: 'Devices' },
  },
  {
    path: '/inboxes/:id',
    name: 'Inbox',
    component: () => import('@/inboxes/InboxView.vue'),
    meta: { place: 'Devices' },
  },
  area('contacts', 'Address book', () => import('@/contacts/ContactsView.vue'), 'People'),
  area('contact-groups', 'Groups', () => import('@/contacts/GroupsView.vue'), 'People'),
  area('people', 'People', () => import('@/people/PeopleView.vue')),
  {
    path: '/panels',
    name: 'Panels',
    component: () => import('@/panels/PanelsView.vue'),
    meta: { place: 'Panels' },
  },
  {
    path: '/panels/:id',
    name: 'Panel plan',
    component: () => import('@/panels/PlanView.vue'),
    meta: { place: 'Panels' },
  },
  { path: '/panel-plans', redirect: '/panels' },
  {
    path: '/panel-plans/:id',
    name: 'Shared panel plan',
    component: () => import('@/panels/SharedPlanView.vue'),
    meta: { place: 'Panels' },
  },
  {
    path: '/preflight',
    name: 'Preflight',
    component: () => import('@/preflight/FindingsView.vue'),
    meta: { place: 'Preflight' },
  },
  {
    path: '/changes',
    name: 'Change log',
    component: () => import('@/changes/ChangesView.vue'),
    meta: { place: 'Change log' },
  },
  {
    path: '/sign-ins',
    name: 'Sign-ins',
    component: () => import('@/security/SignInsView.vue'),
    meta: { place: 'Sign-ins' },
  },
  {
    path: '/accounts',
    name: 'Accounts',
    component: () => import('@/security/AccountsView.vue'),
    meta: { place: 'Accounts' },
  },
  {
    path: '/settings',
    name: 'Settings',
    component: () => import('@/settings/SettingsView.vue'),
    meta: { place: 'Settings' },
  },
  {
    path: '/panel/:device',
    name: 'Panel',
    component: () => import('@/panel/PanelView.vue'),
    meta: { alone: true },
  },
  {
    path: '/invited/:token',
    name: 'Invitation',
    component: () => import('@/signin/InvitedView.vue'),
    meta: { alone: true },
  },
  {
    path: '/get/:token',
    name: 'Download',
    component: () => import('@/get/GetView.vue'),
    meta: { alone: true },
  },
  {
    path: '/:rest(.*)*',
    name: 'Nothing here',
    component: () => import('@/app/NothingHere.vue'),
    meta: { place: '' },
  },
];

export const router = createRouter({ history: createWebHistory(), routes });

/** The desk is in English, a download page in the language of its reader; a panel says itself which one. */
router.beforeEach(async (to) => {
  if (to.name !== 'Panel') await speak(to.name === 'Download' ? bestLanguage(navigator.languages) : 'en');
});

router.afterEach((to) => {
  document.title =
    to.meta.alone && to.name === 'Panel' ? 'Panel, Inky Courier' : `${String(to.name)}, Inky Courier`;
});
