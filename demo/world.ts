/** The demo's people and sites. All invented. */
export const ORGANISATION = 'Skerry & Sound Ferries';
export const SPECIALIST = { name: 'Ines Varga', email: 'ines.varga@skerrysound.example', password: 'paper-and-ink' };
export const TICKET_SITE = { key: 'ferry-tickets', name: 'Ferry tickets', host: 'skerrysound.localhost' };
