-- A database as the version before releases left it: one site with a changed draft, two published versions, rulings,
-- five consent records and a check. Made by that version's own code, by pg_dump.
CREATE FUNCTION public.refuse_change() RETURNS trigger
    LANGUAGE plpgsql
    AS $$
BEGIN
  RAISE EXCEPTION 'consent records are never changed or deleted';
END $$;

CREATE TABLE public.alarm (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    site_id uuid NOT NULL,
    run_id uuid NOT NULL,
    before_run_id uuid NOT NULL,
    words text NOT NULL,
    items jsonb NOT NULL,
    at timestamp with time zone DEFAULT now() NOT NULL,
    seen_at timestamp with time zone,
    seen_by uuid
);

CREATE TABLE public.catalogue_entry (
    organisation_id uuid NOT NULL,
    key text NOT NULL,
    entry jsonb NOT NULL,
    number integer NOT NULL
);

ALTER TABLE public.catalogue_entry ALTER COLUMN number ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.catalogue_entry_number_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.consent_record (
    id uuid NOT NULL,
    organisation_id uuid NOT NULL,
    site_id uuid NOT NULL,
    number bigint NOT NULL,
    body jsonb NOT NULL,
    test boolean NOT NULL,
    at timestamp with time zone NOT NULL,
    previous_hash text NOT NULL,
    hash text NOT NULL
);

CREATE TABLE public.delivery (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    alarm_id uuid NOT NULL,
    way text NOT NULL,
    target text NOT NULL,
    state text DEFAULT 'waiting'::text NOT NULL,
    tries integer DEFAULT 0 NOT NULL,
    why text,
    at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT delivery_state_check CHECK ((state = ANY (ARRAY['waiting'::text, 'delivered'::text, 'failed'::text]))),
    CONSTRAINT delivery_way_check CHECK ((way = ANY (ARRAY['mail'::text, 'webhook'::text])))
);

CREATE TABLE public.gate_file (
    organisation_id uuid NOT NULL,
    site_id uuid NOT NULL,
    name text NOT NULL,
    body text NOT NULL,
    type text NOT NULL,
    immutable boolean NOT NULL
);

CREATE TABLE public.house_rule (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    site_id uuid,
    body jsonb NOT NULL,
    enabled boolean DEFAULT true NOT NULL,
    person_id uuid,
    created_at timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);

CREATE TABLE public.item (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    site_id uuid NOT NULL,
    kind text NOT NULL,
    name text NOT NULL,
    host text NOT NULL,
    facts jsonb NOT NULL,
    first_seen_at timestamp with time zone DEFAULT now() NOT NULL,
    last_seen_at timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE public.item_note (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    item_id uuid NOT NULL,
    person_id uuid NOT NULL,
    text text NOT NULL,
    at timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);

CREATE TABLE public.migration (
    id integer NOT NULL,
    name character varying(255) NOT NULL,
    run_on timestamp without time zone NOT NULL
);

CREATE SEQUENCE public.migration_id_seq
    AS integer
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;

ALTER SEQUENCE public.migration_id_seq OWNED BY public.migration.id;

CREATE TABLE public.organisation (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    name text NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    classify_settings jsonb DEFAULT '{}'::jsonb NOT NULL
);

CREATE TABLE public.person (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    email text NOT NULL,
    name text NOT NULL,
    password_hash text NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    CONSTRAINT person_email_check CHECK ((email = lower(email)))
);

CREATE TABLE public.ruling (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    item_id uuid NOT NULL,
    purpose text,
    service text,
    description text,
    policy_url text,
    author text NOT NULL,
    reason text NOT NULL,
    confidence real NOT NULL,
    person_id uuid,
    act uuid NOT NULL,
    at timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
    undone_at timestamp with time zone,
    state text DEFAULT 'ruled'::text NOT NULL,
    legal_basis text,
    lifetime jsonb,
    evidence jsonb,
    CONSTRAINT ruling_author_check CHECK ((author = ANY (ARRAY['person'::text, 'organisation'::text, 'house-rule'::text, 'catalogue'::text, 'heuristic'::text, 'setup'::text]))),
    CONSTRAINT ruling_says_purpose CHECK (((state <> 'ruled'::text) OR ((purpose IS NOT NULL) AND (service IS NOT NULL)))),
    CONSTRAINT ruling_state_by_person CHECK (((state = 'ruled'::text) OR (author = 'person'::text))),
    CONSTRAINT ruling_state_check CHECK ((state = ANY (ARRAY['ruled'::text, 'open'::text, 'ignored'::text])))
);

CREATE TABLE public.run (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    site_id uuid NOT NULL,
    kind text NOT NULL,
    state text DEFAULT 'queued'::text NOT NULL,
    options jsonb DEFAULT '{}'::jsonb NOT NULL,
    progress jsonb,
    report jsonb,
    summary jsonb,
    why text,
    requested_by uuid,
    requested_at timestamp with time zone DEFAULT now() NOT NULL,
    started_at timestamp with time zone,
    touched_at timestamp with time zone,
    finished_at timestamp with time zone,
    attempts integer DEFAULT 0 NOT NULL,
    CONSTRAINT run_kind_check CHECK ((kind = ANY (ARRAY['scan'::text, 'check'::text, 'look'::text, 'sign-in'::text, 'import'::text]))),
    CONSTRAINT run_state_check CHECK ((state = ANY (ARRAY['queued'::text, 'running'::text, 'cancelling'::text, 'done'::text, 'failed'::text, 'cancelled'::text])))
);

CREATE TABLE public.saved_filter (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    site_id uuid NOT NULL,
    name text NOT NULL,
    filter jsonb NOT NULL
);

CREATE TABLE public.scan_item (
    run_id uuid NOT NULL,
    organisation_id uuid NOT NULL,
    kind text NOT NULL,
    name text NOT NULL,
    host text NOT NULL,
    facts jsonb NOT NULL
);

CREATE TABLE public.scan_page (
    run_id uuid NOT NULL,
    organisation_id uuid NOT NULL,
    number integer NOT NULL,
    url text NOT NULL,
    after_yes boolean NOT NULL,
    record jsonb,
    har jsonb
);

ALTER TABLE public.scan_page ALTER COLUMN number ADD GENERATED ALWAYS AS IDENTITY (
    SEQUENCE NAME public.scan_page_number_seq
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1
);

CREATE TABLE public.schedule (
    site_id uuid NOT NULL,
    organisation_id uuid NOT NULL,
    cron text NOT NULL,
    zone text NOT NULL,
    next_at timestamp with time zone NOT NULL
);

CREATE TABLE public.service (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    body jsonb NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE public.service_name (
    organisation_id uuid NOT NULL,
    name text NOT NULL,
    service_id uuid NOT NULL
);

CREATE TABLE public.sign_in (
    site_id uuid NOT NULL,
    organisation_id uuid NOT NULL,
    recipe jsonb NOT NULL,
    sealed text NOT NULL,
    saved_at timestamp with time zone DEFAULT now() NOT NULL
);

CREATE TABLE public.site (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    key text NOT NULL,
    setup jsonb NOT NULL,
    revision integer DEFAULT 1 NOT NULL,
    created_at timestamp with time zone DEFAULT now() NOT NULL,
    scan_plan jsonb DEFAULT '{}'::jsonb NOT NULL,
    notices jsonb DEFAULT '{"mail": []}'::jsonb NOT NULL
);

CREATE TABLE public.site_version (
    id uuid DEFAULT gen_random_uuid() NOT NULL,
    organisation_id uuid NOT NULL,
    site_id uuid NOT NULL,
    number integer NOT NULL,
    setup jsonb NOT NULL,
    published_by uuid,
    published_at timestamp with time zone DEFAULT now() NOT NULL
);

ALTER TABLE ONLY public.migration ALTER COLUMN id SET DEFAULT nextval('public.migration_id_seq'::regclass);

INSERT INTO public.consent_record VALUES ('4cf5303e-e925-4b51-99c9-64773fbb24de', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 1, '{"at": "2026-11-25T12:19:30.810Z", "id": "4cf5303e-e925-4b51-99c9-64773fbb24de", "site": "ferry-tickets", "test": false, "agent": "unknown", "place": "DE", "method": "accept-all", "number": 1, "regimes": ["eu"], "signals": {"gpc": false}, "version": 1, "language": "en", "purposes": {"embedded": true, "necessary": true, "functional": true, "advertising": true, "measurement": true}, "replaces": null}', false, '2026-11-25 12:19:30.81+00', '0000000000000000000000000000000000000000000000000000000000000000', 'c7b7c3c524eea0ad122ee75e5319b4a7ac1700b981fa9a90e0f5473c29dc1154');
INSERT INTO public.consent_record VALUES ('95a019b7-d45b-4ca3-9e5f-e673e048d030', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 2, '{"at": "2026-11-25T12:19:30.883Z", "id": "95a019b7-d45b-4ca3-9e5f-e673e048d030", "site": "ferry-tickets", "test": false, "agent": "unknown", "place": "US-CA", "method": "accept-all", "number": 2, "regimes": ["us-ca"], "signals": {"gpc": false}, "version": 1, "language": "en", "purposes": {"embedded": true, "necessary": true, "functional": true, "advertising": true, "measurement": true}, "replaces": null}', false, '2026-11-25 12:19:30.883+00', 'c7b7c3c524eea0ad122ee75e5319b4a7ac1700b981fa9a90e0f5473c29dc1154', 'fd12ed467e6199c567fc822d8e656b6f3137b3d4948a2aa4415413b304389393');
INSERT INTO public.consent_record VALUES ('53b526b6-e73c-441a-aef6-23349498f8b7', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 3, '{"at": "2026-11-25T12:19:30.898Z", "id": "53b526b6-e73c-441a-aef6-23349498f8b7", "site": "ferry-tickets", "test": false, "agent": "unknown", "place": "DE", "method": "accept-all", "number": 3, "regimes": ["eu"], "signals": {"gpc": false}, "version": 1, "language": "en", "purposes": {"embedded": true, "necessary": true, "functional": true, "advertising": true, "measurement": true}, "replaces": null}', false, '2026-11-25 12:19:30.898+00', 'fd12ed467e6199c567fc822d8e656b6f3137b3d4948a2aa4415413b304389393', 'c8b4d395fa9c1762ba1c9eb23711e71436ec1d3a15e35ad9015f58b63334f504');
INSERT INTO public.consent_record VALUES ('639794df-a81a-44bc-9dea-9027fac8b696', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 4, '{"at": "2026-11-25T12:19:30.910Z", "id": "639794df-a81a-44bc-9dea-9027fac8b696", "site": "ferry-tickets", "test": false, "agent": "unknown", "place": "US-CA", "method": "accept-all", "number": 4, "regimes": ["us-ca"], "signals": {"gpc": false}, "version": 1, "language": "en", "purposes": {"embedded": true, "necessary": true, "functional": true, "advertising": true, "measurement": true}, "replaces": null}', false, '2026-11-25 12:19:30.91+00', 'c8b4d395fa9c1762ba1c9eb23711e71436ec1d3a15e35ad9015f58b63334f504', '2a0f38c0a5f843145bc9f4220af28495523be4a80f6f7235f801c9d21b3ef799');
INSERT INTO public.consent_record VALUES ('767b7e47-8e02-4d32-a230-a1d64aa9f9ac', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 5, '{"at": "2026-11-25T12:19:30.947Z", "id": "767b7e47-8e02-4d32-a230-a1d64aa9f9ac", "site": "ferry-tickets", "test": false, "agent": "unknown", "place": "DE", "method": "accept-all", "number": 5, "regimes": ["eu"], "signals": {"gpc": false}, "version": 1, "language": "en", "purposes": {"embedded": true, "necessary": true, "functional": true, "advertising": true, "measurement": true}, "replaces": null}', false, '2026-11-25 12:19:30.947+00', '2a0f38c0a5f843145bc9f4220af28495523be4a80f6f7235f801c9d21b3ef799', '4e397db2750274011e3b0e699d29163248d4c875add2e6af3058dfc6681f800c');

INSERT INTO public.gate_file VALUES ('6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'hold.ea1183de688286be.js', '"use strict";(()=>{function y(e){let t=/^\s*([a-z]{2})(?:[-_]([a-z0-9]{1,3}))?\s*$/i.exec(e??"");if(!t)return null;let o=t[1].toUpperCase();return o==="XX"||o==="ZZ"?null:t[2]?{country:o,subdivision:t[2].toUpperCase()}:{country:o}}function v(e){return e?e.subdivision?`${e.country}-${e.subdivision}`:e.country:""}var L=["none","inform","object","ask"];function H(e,t,o,n){let r=[],i=q(e,n,r),s={regimes:i.map(l=>l.id),modes:{},granted:{},ask:!1,gpcObeyed:!1,choiceDays:Math.min(...i.map(l=>l.choiceDays)),trace:r},p=t.gpc&&i.some(l=>l.gpc!=="ignored");for(let l of n.purposes){let[c,a]=G(l,i),d=o?.purposes[l.id];s.modes[l.id]=c,r.push({code:"mode",purpose:l.id,mode:c,regime:a});let f=c!=="ask";if(c!=="none"&&d!==void 0&&(f=d,r.push({code:"choice",purpose:l.id,granted:f})),c!=="none"&&l.sale&&p){let u=d===!0&&o?.gpc===!0;f=u,u||(s.gpcObeyed=!0),r.push({code:"gpc",purpose:l.id,knowingly:u})}c==="ask"&&d===void 0&&(s.ask=!0),s.granted[l.id]=f}return s}function R({granted:e,modes:t},o){let n=r=>t[r]==="none"||o?.purposes[r]===!0;return Object.fromEntries(Object.keys(e).map(r=>[r,e[r]&&n(r)]))}function q(e,t,o){let n=v(e),r=[];for(let s of e?t.regimes:[])s.territory.includes(n)||s.territory.includes(e.country)?(o.push({code:"regime-applies",regime:s.id,place:n}),r.push(s)):!e.subdivision&&s.territory.some(p=>p.startsWith(`${n}-`))&&(o.push({code:"subdivision-unknown",regime:s.id,place:n}),r.push(s));if(r.length>0)return r;let i=t.regimes.find(s=>s.id===t.fallback)??t.regimes[0];return o.push(e?{code:"place-unserved",regime:i.id,place:n}:{code:"place-unknown",regime:i.id}),[i]}function G(e,t){let o="none",n=null;if(e.necessary)return[o,n];for(let{id:r,modes:i}of t){let s=e.sale&&i.sale||i.default;L.indexOf(s)>L.indexOf(o)&&([o,n]=[s,r])}return[o,n]}function T(e,t,o){let n=()=>{if(document.querySelector("douane-choices"))return;let r=document.createElement("douane-choices"),i=document.createElement("button");i.textContent=e,i.type="button",i.style.cssText=`all:initial;box-sizing:border-box;position:fixed;left:16px;bottom:16px;z-index:2147483646;min-height:32px;padding:6px 12px;font:600 13px/1.4 system-ui,sans-serif;color:${t.ink};background:${t.sheet};border:1px solid ${t.ink};border-radius:${t.radius}px;cursor:pointer`,i.onfocus=()=>{i.style.outline=`3px solid ${t.accent}`,i.style.outlineOffset="2px"},i.onblur=()=>{i.style.outline="none"},i.onclick=o,r.attachShadow({mode:"open"}).append(i),document.body.append(r)};document.body?n():document.addEventListener("DOMContentLoaded",n)}var P="douane_choice";function $(){let e=new RegExp(`(?:^|; )${P}=([^;]*)`).exec(document.cookie)?.[1],[t,o,n,r]=decodeURIComponent(e??"").split("|");if(!t||!o||!r)return null;let i={};for(let s of r.split(",")){let[p,l]=s.split(":");p&&(i[p]=l==="1")}return{version:Number(t),record:o,gpc:n==="1",purposes:i}}function A({version:e,record:t,gpc:o,purposes:n},r){let i=Object.entries(n).map(([l,c])=>`${l}:${c?1:0}`),s=encodeURIComponent([e,t,o?1:0,i.join(",")].join("|")),p=location.protocol==="https:"?"; Secure":"";document.cookie=`${P}=${s}; Path=/; Max-Age=${r*86400}; SameSite=Lax${p}`}function k(e,t){let o=e.split("*");if(o.length===1)return e===t;let n=o[0],r=o[o.length-1];if(t.length<n.length+r.length||!t.startsWith(n)||!t.endsWith(r))return!1;let i=n.length;for(let s of o.slice(1,-1)){let p=t.indexOf(s,i);if(p<0||p+s.length>t.length-r.length)return!1;i=p+s.length}return!0}function C(e,t){for(let o=t;o;o=o.slice(o.indexOf(".")+1)){if(Object.hasOwn(e,o))return e[o];if(!o.includes("."))return}}function I(e,t){let o=document.cookie.split("; ").map(n=>n.split("=")[0]);for(let n of o)j(e.cookies,n,t)&&X(n);for(let n of[localStorage,sessionStorage])for(let r of Object.keys(n))j(e.storage,r,t)&&n.removeItem(r)}function j(e,t,o){return e.some(([n,r])=>o(r)&&k(n,t))}function X(e){let t=location.hostname.split("."),o=["",...t.map((i,s)=>`; Domain=${t.slice(s).join(".")}`)],n=location.pathname.split("/"),r=n.map((i,s)=>n.slice(0,s+1).join("/")||"/");for(let i of o)for(let s of r)document.cookie=`${e}=; Max-Age=0; Path=${s}${i}`}var _=[[HTMLScriptElement,"src"],[HTMLImageElement,"src"],[HTMLIFrameElement,"src"],[HTMLLinkElement,"href"]];function D(e){let t=new WeakMap,o=(c,a,d)=>{let f=e.holding(a);if(t.delete(c),!f){d();return}t.set(c,a),e.later(f,()=>{t.get(c)===a&&(t.delete(c),d())})};for(let[{prototype:c},a]of _){let d=Object.getOwnPropertyDescriptor(c,a);if(!d?.set||!d.get)continue;let{get:f,set:u}=d;Object.defineProperty(c,a,{...d,get(){return t.get(this)??f.call(this)},set(m){o(this,String(m),()=>u.call(this,m))}})}let{setAttribute:n}=Element.prototype;Element.prototype.setAttribute=function(c,a){if(!_.some(([{prototype:f},u])=>u===c.toLowerCase()&&Object.prototype.isPrototypeOf.call(f,this)))return n.call(this,c,a);o(this,String(a),()=>n.call(this,c,a))};let{fetch:r}=window;window.fetch=function(c,a){let d=e.holding(c instanceof Request?c.url:String(c));return d?new Promise((f,u)=>{e.later(d,()=>r.call(window,c,a).then(f,u))}):r.call(this,c,a)};let{open:i,send:s}=XMLHttpRequest.prototype,p=new WeakMap;XMLHttpRequest.prototype.open=function(...c){return p.set(this,String(c[1])),i.apply(this,c)},XMLHttpRequest.prototype.send=function(c){let a=e.holding(p.get(this)??"");if(!a)return s.call(this,c);e.later(a,()=>s.call(this,c))};let{sendBeacon:l}=navigator;navigator.sendBeacon=(c,a)=>{let d=e.holding(String(c));return d?(e.later(d,()=>l.call(navigator,c,a)),!0):l.call(navigator,c,a)}}var h="data-gate";function E(e){for(let t of document.querySelectorAll(`[${h}]`))if(e.allows(t.getAttribute(h)))if(t.removeAttribute(h),t instanceof HTMLTemplateElement)z(t);else if(t instanceof HTMLScriptElement)t.replaceWith(N(t));else{let o=t.dataset.gateSrc;if(t.removeAttribute(`${h}-src`),!o)continue;t instanceof HTMLIFrameElement?setTimeout(()=>t.setAttribute("src",o)):t.setAttribute("src",o)}}async function z(e){let t=document.importNode(e.content,!0);for(let o of[...t.childNodes]){let n=o instanceof HTMLScriptElement?N(o):null,r=n?.src&&!n.async?new Promise(i=>{n.addEventListener("load",()=>i()),n.addEventListener("error",()=>i())}):null;e.before(n??o),await r}}function N(e){let t=document.createElement("script");for(let{name:n,value:r}of e.attributes)n==="type"&&r==="text/plain"||n.startsWith(h)||t.setAttribute(n,r);t.async=e.hasAttribute("async");let o=e.dataset.gateSrc;return o&&t.setAttribute("src",o),t.text=e.text,t}var w=class{constructor(t){this.plan=t}plan;granted={};waiting=[];allows(t){return this.granted[t]===!0}holding(t){let o;try{o=new URL(t,location.href).hostname}catch{return null}let n=C(this.plan.hosts,o);return n&&!this.allows(n)?n:null}later(t,o){this.waiting.push({purpose:t,run:o})}grant(t){this.granted=t;let o=this.waiting.filter(({purpose:n})=>this.allows(n));this.waiting=this.waiting.filter(({purpose:n})=>!this.allows(n));for(let{run:n}of o)n()}};var B="douane.place",V=3e3;function U(e){if(e!==void 0)return y(e);try{let t=sessionStorage.getItem(B);return t===null?void 0:y(t)}catch{return}}async function W(e){try{let t=await fetch(`${e}/place`,{signal:AbortSignal.timeout(V)}),{place:o}=await t.json();try{sessionStorage.setItem(B,o)}catch{}return y(o)}catch{return null}}function F(e,t){for(let o of e){if(!(o instanceof HTMLElement))continue;let n=t.holding(o.getAttribute("src")??"");!n||o.hasAttribute("data-gate")||(o instanceof HTMLScriptElement?(o.type="text/plain",o.setAttribute("data-gate",n)):(o instanceof HTMLImageElement||o instanceof HTMLIFrameElement)&&(o.dataset.gateSrc=o.getAttribute("src"),o.removeAttribute("src"),o.setAttribute("data-gate",n)))}}var Z=1e4;function J(e){if(window.douane)return;let t=window.douaneVisit??{},o={gpc:t.gpc??navigator.globalPrivacyControl===!0},n=new w(e.plan),r=$(),i=null,s;function p(u=!1){s=H(i,o,r,e.rules),n.grant(u?R(s,r):s.granted),E(n)}async function l(u,m){let g=s.granted,K={version:e.version,place:v(i),language:M(e),purposes:u,method:m,gpc:o.gpc,replaces:r?.record??null,...t.test&&{test:!0}},x=await fetch(`${e.base}/records`,{method:"POST",body:JSON.stringify(K),signal:AbortSignal.timeout(Z)});if(x.status!==201)throw new Error(`recorder answered ${x.status}`);let{id:S}=await x.json();r={version:e.version,record:S,gpc:o.gpc,purposes:u},A(r,s.choiceDays),p(),I(e.plan,b=>s.granted[b]===!1),document.dispatchEvent(new CustomEvent("douane:choice",{detail:{granted:{...s.granted},record:S}})),Object.keys(g).some(b=>g[b]&&!s.granted[b])?location.reload():c()}function c(){let[u,m]=e.buttons[M(e)],g=Object.values(s.modes).includes("object");T(g?m:u,e.look,()=>{a("panel")})}async function a(u){let[m]=await Promise.all([fetch(`${e.base}/${e.texts[M(e)]}`).then(g=>g.json()),Y(e)]);window.douaneBanner?.({content:m,look:e.look,decision:s,layer:u,record:r?.record??null,choose:l,onClose:c})}D(n),new MutationObserver(u=>{for(let{addedNodes:m}of u)F(m,n);E(n)}).observe(document,{childList:!0,subtree:!0}),window.douane={open:()=>{a("panel")},version:e.version};let d=U(t.place),f=u=>{i=u,p(),s.ask?Q(()=>a("first")):c()};d!==void 0?f(d):(p(!0),W(e.base).then(f))}function M(e){return navigator.languages.map(o=>o.slice(0,2).toLowerCase()).find(o=>e.texts[o])??e.defaultLanguage}var O;function Y(e){return O??=new Promise((t,o)=>{let n=document.createElement("script");n.src=`${e.base}/${e.banner}`,n.onload=()=>t(),n.onerror=()=>{O=void 0,o(new Error("Douane: the banner could not be loaded; everything stays held"))},document.head.append(n)}),O}function Q(e){document.body?e():document.addEventListener("DOMContentLoaded",e)}J({"base":"http://localhost:38693/g/ferry-tickets","version":1,"rules":{"purposes":[{"id":"necessary","necessary":true},{"id":"functional"},{"id":"measurement"},{"id":"advertising","sale":true},{"id":"embedded"}],"regimes":[{"id":"eu","territory":["AT","BE","BG","CY","CZ","DE","DK","EE","ES","FI","FR","GR","HR","HU","IE","IS","IT","LI","LT","LU","LV","MT","NL","NO","PL","PT","RO","SE","SI","SK"],"modes":{"default":"ask"},"gpc":"refuses","choiceDays":182},{"id":"us-ca","territory":["US-CA"],"modes":{"default":"inform","sale":"ask"},"gpc":"binds","choiceDays":365}],"fallback":"eu"},"plan":{"hosts":{"copperbarn.localhost":"advertising","oddgull.localhost":"measurement"},"cookies":[["qqq","functional"],["_ogv","measurement"]],"storage":[]},"banner":"banner.6454f5f9769230a6.js","texts":{"de":"texts-de.a30f527765382fdd.json","en":"texts-en.bc44c5b8f17a7993.json"},"defaultLanguage":"en","buttons":{"de":["Ihre Wahl","Your Privacy Choices"],"en":["Privacy choices","Your Privacy Choices"]},"look":{"position":"bottom","sheet":"#fffdf9","ink":"#18222d","accent":"#34398f","radius":4}});})();
', 'text/javascript', true);
INSERT INTO public.gate_file VALUES ('6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'gate.js', '"use strict";(()=>{function y(e){let t=/^\s*([a-z]{2})(?:[-_]([a-z0-9]{1,3}))?\s*$/i.exec(e??"");if(!t)return null;let o=t[1].toUpperCase();return o==="XX"||o==="ZZ"?null:t[2]?{country:o,subdivision:t[2].toUpperCase()}:{country:o}}function v(e){return e?e.subdivision?`${e.country}-${e.subdivision}`:e.country:""}var L=["none","inform","object","ask"];function H(e,t,o,n){let r=[],i=q(e,n,r),s={regimes:i.map(l=>l.id),modes:{},granted:{},ask:!1,gpcObeyed:!1,choiceDays:Math.min(...i.map(l=>l.choiceDays)),trace:r},p=t.gpc&&i.some(l=>l.gpc!=="ignored");for(let l of n.purposes){let[c,a]=G(l,i),d=o?.purposes[l.id];s.modes[l.id]=c,r.push({code:"mode",purpose:l.id,mode:c,regime:a});let f=c!=="ask";if(c!=="none"&&d!==void 0&&(f=d,r.push({code:"choice",purpose:l.id,granted:f})),c!=="none"&&l.sale&&p){let u=d===!0&&o?.gpc===!0;f=u,u||(s.gpcObeyed=!0),r.push({code:"gpc",purpose:l.id,knowingly:u})}c==="ask"&&d===void 0&&(s.ask=!0),s.granted[l.id]=f}return s}function R({granted:e,modes:t},o){let n=r=>t[r]==="none"||o?.purposes[r]===!0;return Object.fromEntries(Object.keys(e).map(r=>[r,e[r]&&n(r)]))}function q(e,t,o){let n=v(e),r=[];for(let s of e?t.regimes:[])s.territory.includes(n)||s.territory.includes(e.country)?(o.push({code:"regime-applies",regime:s.id,place:n}),r.push(s)):!e.subdivision&&s.territory.some(p=>p.startsWith(`${n}-`))&&(o.push({code:"subdivision-unknown",regime:s.id,place:n}),r.push(s));if(r.length>0)return r;let i=t.regimes.find(s=>s.id===t.fallback)??t.regimes[0];return o.push(e?{code:"place-unserved",regime:i.id,place:n}:{code:"place-unknown",regime:i.id}),[i]}function G(e,t){let o="none",n=null;if(e.necessary)return[o,n];for(let{id:r,modes:i}of t){let s=e.sale&&i.sale||i.default;L.indexOf(s)>L.indexOf(o)&&([o,n]=[s,r])}return[o,n]}function T(e,t,o){let n=()=>{if(document.querySelector("douane-choices"))return;let r=document.createElement("douane-choices"),i=document.createElement("button");i.textContent=e,i.type="button",i.style.cssText=`all:initial;box-sizing:border-box;position:fixed;left:16px;bottom:16px;z-index:2147483646;min-height:32px;padding:6px 12px;font:600 13px/1.4 system-ui,sans-serif;color:${t.ink};background:${t.sheet};border:1px solid ${t.ink};border-radius:${t.radius}px;cursor:pointer`,i.onfocus=()=>{i.style.outline=`3px solid ${t.accent}`,i.style.outlineOffset="2px"},i.onblur=()=>{i.style.outline="none"},i.onclick=o,r.attachShadow({mode:"open"}).append(i),document.body.append(r)};document.body?n():document.addEventListener("DOMContentLoaded",n)}var P="douane_choice";function $(){let e=new RegExp(`(?:^|; )${P}=([^;]*)`).exec(document.cookie)?.[1],[t,o,n,r]=decodeURIComponent(e??"").split("|");if(!t||!o||!r)return null;let i={};for(let s of r.split(",")){let[p,l]=s.split(":");p&&(i[p]=l==="1")}return{version:Number(t),record:o,gpc:n==="1",purposes:i}}function A({version:e,record:t,gpc:o,purposes:n},r){let i=Object.entries(n).map(([l,c])=>`${l}:${c?1:0}`),s=encodeURIComponent([e,t,o?1:0,i.join(",")].join("|")),p=location.protocol==="https:"?"; Secure":"";document.cookie=`${P}=${s}; Path=/; Max-Age=${r*86400}; SameSite=Lax${p}`}function k(e,t){let o=e.split("*");if(o.length===1)return e===t;let n=o[0],r=o[o.length-1];if(t.length<n.length+r.length||!t.startsWith(n)||!t.endsWith(r))return!1;let i=n.length;for(let s of o.slice(1,-1)){let p=t.indexOf(s,i);if(p<0||p+s.length>t.length-r.length)return!1;i=p+s.length}return!0}function C(e,t){for(let o=t;o;o=o.slice(o.indexOf(".")+1)){if(Object.hasOwn(e,o))return e[o];if(!o.includes("."))return}}function I(e,t){let o=document.cookie.split("; ").map(n=>n.split("=")[0]);for(let n of o)j(e.cookies,n,t)&&X(n);for(let n of[localStorage,sessionStorage])for(let r of Object.keys(n))j(e.storage,r,t)&&n.removeItem(r)}function j(e,t,o){return e.some(([n,r])=>o(r)&&k(n,t))}function X(e){let t=location.hostname.split("."),o=["",...t.map((i,s)=>`; Domain=${t.slice(s).join(".")}`)],n=location.pathname.split("/"),r=n.map((i,s)=>n.slice(0,s+1).join("/")||"/");for(let i of o)for(let s of r)document.cookie=`${e}=; Max-Age=0; Path=${s}${i}`}var _=[[HTMLScriptElement,"src"],[HTMLImageElement,"src"],[HTMLIFrameElement,"src"],[HTMLLinkElement,"href"]];function D(e){let t=new WeakMap,o=(c,a,d)=>{let f=e.holding(a);if(t.delete(c),!f){d();return}t.set(c,a),e.later(f,()=>{t.get(c)===a&&(t.delete(c),d())})};for(let[{prototype:c},a]of _){let d=Object.getOwnPropertyDescriptor(c,a);if(!d?.set||!d.get)continue;let{get:f,set:u}=d;Object.defineProperty(c,a,{...d,get(){return t.get(this)??f.call(this)},set(m){o(this,String(m),()=>u.call(this,m))}})}let{setAttribute:n}=Element.prototype;Element.prototype.setAttribute=function(c,a){if(!_.some(([{prototype:f},u])=>u===c.toLowerCase()&&Object.prototype.isPrototypeOf.call(f,this)))return n.call(this,c,a);o(this,String(a),()=>n.call(this,c,a))};let{fetch:r}=window;window.fetch=function(c,a){let d=e.holding(c instanceof Request?c.url:String(c));return d?new Promise((f,u)=>{e.later(d,()=>r.call(window,c,a).then(f,u))}):r.call(this,c,a)};let{open:i,send:s}=XMLHttpRequest.prototype,p=new WeakMap;XMLHttpRequest.prototype.open=function(...c){return p.set(this,String(c[1])),i.apply(this,c)},XMLHttpRequest.prototype.send=function(c){let a=e.holding(p.get(this)??"");if(!a)return s.call(this,c);e.later(a,()=>s.call(this,c))};let{sendBeacon:l}=navigator;navigator.sendBeacon=(c,a)=>{let d=e.holding(String(c));return d?(e.later(d,()=>l.call(navigator,c,a)),!0):l.call(navigator,c,a)}}var h="data-gate";function E(e){for(let t of document.querySelectorAll(`[${h}]`))if(e.allows(t.getAttribute(h)))if(t.removeAttribute(h),t instanceof HTMLTemplateElement)z(t);else if(t instanceof HTMLScriptElement)t.replaceWith(N(t));else{let o=t.dataset.gateSrc;if(t.removeAttribute(`${h}-src`),!o)continue;t instanceof HTMLIFrameElement?setTimeout(()=>t.setAttribute("src",o)):t.setAttribute("src",o)}}async function z(e){let t=document.importNode(e.content,!0);for(let o of[...t.childNodes]){let n=o instanceof HTMLScriptElement?N(o):null,r=n?.src&&!n.async?new Promise(i=>{n.addEventListener("load",()=>i()),n.addEventListener("error",()=>i())}):null;e.before(n??o),await r}}function N(e){let t=document.createElement("script");for(let{name:n,value:r}of e.attributes)n==="type"&&r==="text/plain"||n.startsWith(h)||t.setAttribute(n,r);t.async=e.hasAttribute("async");let o=e.dataset.gateSrc;return o&&t.setAttribute("src",o),t.text=e.text,t}var w=class{constructor(t){this.plan=t}plan;granted={};waiting=[];allows(t){return this.granted[t]===!0}holding(t){let o;try{o=new URL(t,location.href).hostname}catch{return null}let n=C(this.plan.hosts,o);return n&&!this.allows(n)?n:null}later(t,o){this.waiting.push({purpose:t,run:o})}grant(t){this.granted=t;let o=this.waiting.filter(({purpose:n})=>this.allows(n));this.waiting=this.waiting.filter(({purpose:n})=>!this.allows(n));for(let{run:n}of o)n()}};var B="douane.place",V=3e3;function U(e){if(e!==void 0)return y(e);try{let t=sessionStorage.getItem(B);return t===null?void 0:y(t)}catch{return}}async function W(e){try{let t=await fetch(`${e}/place`,{signal:AbortSignal.timeout(V)}),{place:o}=await t.json();try{sessionStorage.setItem(B,o)}catch{}return y(o)}catch{return null}}function F(e,t){for(let o of e){if(!(o instanceof HTMLElement))continue;let n=t.holding(o.getAttribute("src")??"");!n||o.hasAttribute("data-gate")||(o instanceof HTMLScriptElement?(o.type="text/plain",o.setAttribute("data-gate",n)):(o instanceof HTMLImageElement||o instanceof HTMLIFrameElement)&&(o.dataset.gateSrc=o.getAttribute("src"),o.removeAttribute("src"),o.setAttribute("data-gate",n)))}}var Z=1e4;function J(e){if(window.douane)return;let t=window.douaneVisit??{},o={gpc:t.gpc??navigator.globalPrivacyControl===!0},n=new w(e.plan),r=$(),i=null,s;function p(u=!1){s=H(i,o,r,e.rules),n.grant(u?R(s,r):s.granted),E(n)}async function l(u,m){let g=s.granted,K={version:e.version,place:v(i),language:M(e),purposes:u,method:m,gpc:o.gpc,replaces:r?.record??null,...t.test&&{test:!0}},x=await fetch(`${e.base}/records`,{method:"POST",body:JSON.stringify(K),signal:AbortSignal.timeout(Z)});if(x.status!==201)throw new Error(`recorder answered ${x.status}`);let{id:S}=await x.json();r={version:e.version,record:S,gpc:o.gpc,purposes:u},A(r,s.choiceDays),p(),I(e.plan,b=>s.granted[b]===!1),document.dispatchEvent(new CustomEvent("douane:choice",{detail:{granted:{...s.granted},record:S}})),Object.keys(g).some(b=>g[b]&&!s.granted[b])?location.reload():c()}function c(){let[u,m]=e.buttons[M(e)],g=Object.values(s.modes).includes("object");T(g?m:u,e.look,()=>{a("panel")})}async function a(u){let[m]=await Promise.all([fetch(`${e.base}/${e.texts[M(e)]}`).then(g=>g.json()),Y(e)]);window.douaneBanner?.({content:m,look:e.look,decision:s,layer:u,record:r?.record??null,choose:l,onClose:c})}D(n),new MutationObserver(u=>{for(let{addedNodes:m}of u)F(m,n);E(n)}).observe(document,{childList:!0,subtree:!0}),window.douane={open:()=>{a("panel")},version:e.version};let d=U(t.place),f=u=>{i=u,p(),s.ask?Q(()=>a("first")):c()};d!==void 0?f(d):(p(!0),W(e.base).then(f))}function M(e){return navigator.languages.map(o=>o.slice(0,2).toLowerCase()).find(o=>e.texts[o])??e.defaultLanguage}var O;function Y(e){return O??=new Promise((t,o)=>{let n=document.createElement("script");n.src=`${e.base}/${e.banner}`,n.onload=()=>t(),n.onerror=()=>{O=void 0,o(new Error("Douane: the banner could not be loaded; everything stays held"))},document.head.append(n)}),O}function Q(e){document.body?e():document.addEventListener("DOMContentLoaded",e)}J({"base":"http://localhost:38693/g/ferry-tickets","version":2,"rules":{"purposes":[{"id":"necessary","necessary":true},{"id":"functional"},{"id":"measurement"},{"id":"advertising","sale":true},{"id":"embedded"}],"regimes":[{"id":"eu","territory":["AT","BE","BG","CY","CZ","DE","DK","EE","ES","FI","FR","GR","HR","HU","IE","IS","IT","LI","LT","LU","LV","MT","NL","NO","PL","PT","RO","SE","SI","SK"],"modes":{"default":"ask"},"gpc":"refuses","choiceDays":182},{"id":"us-ca","territory":["US-CA"],"modes":{"default":"inform","sale":"ask"},"gpc":"binds","choiceDays":365}],"fallback":"eu"},"plan":{"hosts":{"copperbarn.localhost":"advertising","oddgull.localhost":"measurement"},"cookies":[["qqq","functional"],["_ogv","measurement"]],"storage":[]},"banner":"banner.6454f5f9769230a6.js","texts":{"de":"texts-de.a30f527765382fdd.json","en":"texts-en.bc44c5b8f17a7993.json"},"defaultLanguage":"en","buttons":{"de":["Ihre Wahl","Your Privacy Choices"],"en":["Privacy choices","Your Privacy Choices"]},"look":{"position":"bottom","sheet":"#fffdf9","ink":"#18222d","accent":"#34398f","radius":4}});})();
', 'text/javascript', false);
INSERT INTO public.gate_file VALUES ('6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'hold.b02372fecf6eb24c.js', '"use strict";(()=>{function y(e){let t=/^\s*([a-z]{2})(?:[-_]([a-z0-9]{1,3}))?\s*$/i.exec(e??"");if(!t)return null;let o=t[1].toUpperCase();return o==="XX"||o==="ZZ"?null:t[2]?{country:o,subdivision:t[2].toUpperCase()}:{country:o}}function v(e){return e?e.subdivision?`${e.country}-${e.subdivision}`:e.country:""}var L=["none","inform","object","ask"];function H(e,t,o,n){let r=[],i=q(e,n,r),s={regimes:i.map(l=>l.id),modes:{},granted:{},ask:!1,gpcObeyed:!1,choiceDays:Math.min(...i.map(l=>l.choiceDays)),trace:r},p=t.gpc&&i.some(l=>l.gpc!=="ignored");for(let l of n.purposes){let[c,a]=G(l,i),d=o?.purposes[l.id];s.modes[l.id]=c,r.push({code:"mode",purpose:l.id,mode:c,regime:a});let f=c!=="ask";if(c!=="none"&&d!==void 0&&(f=d,r.push({code:"choice",purpose:l.id,granted:f})),c!=="none"&&l.sale&&p){let u=d===!0&&o?.gpc===!0;f=u,u||(s.gpcObeyed=!0),r.push({code:"gpc",purpose:l.id,knowingly:u})}c==="ask"&&d===void 0&&(s.ask=!0),s.granted[l.id]=f}return s}function R({granted:e,modes:t},o){let n=r=>t[r]==="none"||o?.purposes[r]===!0;return Object.fromEntries(Object.keys(e).map(r=>[r,e[r]&&n(r)]))}function q(e,t,o){let n=v(e),r=[];for(let s of e?t.regimes:[])s.territory.includes(n)||s.territory.includes(e.country)?(o.push({code:"regime-applies",regime:s.id,place:n}),r.push(s)):!e.subdivision&&s.territory.some(p=>p.startsWith(`${n}-`))&&(o.push({code:"subdivision-unknown",regime:s.id,place:n}),r.push(s));if(r.length>0)return r;let i=t.regimes.find(s=>s.id===t.fallback)??t.regimes[0];return o.push(e?{code:"place-unserved",regime:i.id,place:n}:{code:"place-unknown",regime:i.id}),[i]}function G(e,t){let o="none",n=null;if(e.necessary)return[o,n];for(let{id:r,modes:i}of t){let s=e.sale&&i.sale||i.default;L.indexOf(s)>L.indexOf(o)&&([o,n]=[s,r])}return[o,n]}function T(e,t,o){let n=()=>{if(document.querySelector("douane-choices"))return;let r=document.createElement("douane-choices"),i=document.createElement("button");i.textContent=e,i.type="button",i.style.cssText=`all:initial;box-sizing:border-box;position:fixed;left:16px;bottom:16px;z-index:2147483646;min-height:32px;padding:6px 12px;font:600 13px/1.4 system-ui,sans-serif;color:${t.ink};background:${t.sheet};border:1px solid ${t.ink};border-radius:${t.radius}px;cursor:pointer`,i.onfocus=()=>{i.style.outline=`3px solid ${t.accent}`,i.style.outlineOffset="2px"},i.onblur=()=>{i.style.outline="none"},i.onclick=o,r.attachShadow({mode:"open"}).append(i),document.body.append(r)};document.body?n():document.addEventListener("DOMContentLoaded",n)}var P="douane_choice";function $(){let e=new RegExp(`(?:^|; )${P}=([^;]*)`).exec(document.cookie)?.[1],[t,o,n,r]=decodeURIComponent(e??"").split("|");if(!t||!o||!r)return null;let i={};for(let s of r.split(",")){let[p,l]=s.split(":");p&&(i[p]=l==="1")}return{version:Number(t),record:o,gpc:n==="1",purposes:i}}function A({version:e,record:t,gpc:o,purposes:n},r){let i=Object.entries(n).map(([l,c])=>`${l}:${c?1:0}`),s=encodeURIComponent([e,t,o?1:0,i.join(",")].join("|")),p=location.protocol==="https:"?"; Secure":"";document.cookie=`${P}=${s}; Path=/; Max-Age=${r*86400}; SameSite=Lax${p}`}function k(e,t){let o=e.split("*");if(o.length===1)return e===t;let n=o[0],r=o[o.length-1];if(t.length<n.length+r.length||!t.startsWith(n)||!t.endsWith(r))return!1;let i=n.length;for(let s of o.slice(1,-1)){let p=t.indexOf(s,i);if(p<0||p+s.length>t.length-r.length)return!1;i=p+s.length}return!0}function C(e,t){for(let o=t;o;o=o.slice(o.indexOf(".")+1)){if(Object.hasOwn(e,o))return e[o];if(!o.includes("."))return}}function I(e,t){let o=document.cookie.split("; ").map(n=>n.split("=")[0]);for(let n of o)j(e.cookies,n,t)&&X(n);for(let n of[localStorage,sessionStorage])for(let r of Object.keys(n))j(e.storage,r,t)&&n.removeItem(r)}function j(e,t,o){return e.some(([n,r])=>o(r)&&k(n,t))}function X(e){let t=location.hostname.split("."),o=["",...t.map((i,s)=>`; Domain=${t.slice(s).join(".")}`)],n=location.pathname.split("/"),r=n.map((i,s)=>n.slice(0,s+1).join("/")||"/");for(let i of o)for(let s of r)document.cookie=`${e}=; Max-Age=0; Path=${s}${i}`}var _=[[HTMLScriptElement,"src"],[HTMLImageElement,"src"],[HTMLIFrameElement,"src"],[HTMLLinkElement,"href"]];function D(e){let t=new WeakMap,o=(c,a,d)=>{let f=e.holding(a);if(t.delete(c),!f){d();return}t.set(c,a),e.later(f,()=>{t.get(c)===a&&(t.delete(c),d())})};for(let[{prototype:c},a]of _){let d=Object.getOwnPropertyDescriptor(c,a);if(!d?.set||!d.get)continue;let{get:f,set:u}=d;Object.defineProperty(c,a,{...d,get(){return t.get(this)??f.call(this)},set(m){o(this,String(m),()=>u.call(this,m))}})}let{setAttribute:n}=Element.prototype;Element.prototype.setAttribute=function(c,a){if(!_.some(([{prototype:f},u])=>u===c.toLowerCase()&&Object.prototype.isPrototypeOf.call(f,this)))return n.call(this,c,a);o(this,String(a),()=>n.call(this,c,a))};let{fetch:r}=window;window.fetch=function(c,a){let d=e.holding(c instanceof Request?c.url:String(c));return d?new Promise((f,u)=>{e.later(d,()=>r.call(window,c,a).then(f,u))}):r.call(this,c,a)};let{open:i,send:s}=XMLHttpRequest.prototype,p=new WeakMap;XMLHttpRequest.prototype.open=function(...c){return p.set(this,String(c[1])),i.apply(this,c)},XMLHttpRequest.prototype.send=function(c){let a=e.holding(p.get(this)??"");if(!a)return s.call(this,c);e.later(a,()=>s.call(this,c))};let{sendBeacon:l}=navigator;navigator.sendBeacon=(c,a)=>{let d=e.holding(String(c));return d?(e.later(d,()=>l.call(navigator,c,a)),!0):l.call(navigator,c,a)}}var h="data-gate";function E(e){for(let t of document.querySelectorAll(`[${h}]`))if(e.allows(t.getAttribute(h)))if(t.removeAttribute(h),t instanceof HTMLTemplateElement)z(t);else if(t instanceof HTMLScriptElement)t.replaceWith(N(t));else{let o=t.dataset.gateSrc;if(t.removeAttribute(`${h}-src`),!o)continue;t instanceof HTMLIFrameElement?setTimeout(()=>t.setAttribute("src",o)):t.setAttribute("src",o)}}async function z(e){let t=document.importNode(e.content,!0);for(let o of[...t.childNodes]){let n=o instanceof HTMLScriptElement?N(o):null,r=n?.src&&!n.async?new Promise(i=>{n.addEventListener("load",()=>i()),n.addEventListener("error",()=>i())}):null;e.before(n??o),await r}}function N(e){let t=document.createElement("script");for(let{name:n,value:r}of e.attributes)n==="type"&&r==="text/plain"||n.startsWith(h)||t.setAttribute(n,r);t.async=e.hasAttribute("async");let o=e.dataset.gateSrc;return o&&t.setAttribute("src",o),t.text=e.text,t}var w=class{constructor(t){this.plan=t}plan;granted={};waiting=[];allows(t){return this.granted[t]===!0}holding(t){let o;try{o=new URL(t,location.href).hostname}catch{return null}let n=C(this.plan.hosts,o);return n&&!this.allows(n)?n:null}later(t,o){this.waiting.push({purpose:t,run:o})}grant(t){this.granted=t;let o=this.waiting.filter(({purpose:n})=>this.allows(n));this.waiting=this.waiting.filter(({purpose:n})=>!this.allows(n));for(let{run:n}of o)n()}};var B="douane.place",V=3e3;function U(e){if(e!==void 0)return y(e);try{let t=sessionStorage.getItem(B);return t===null?void 0:y(t)}catch{return}}async function W(e){try{let t=await fetch(`${e}/place`,{signal:AbortSignal.timeout(V)}),{place:o}=await t.json();try{sessionStorage.setItem(B,o)}catch{}return y(o)}catch{return null}}function F(e,t){for(let o of e){if(!(o instanceof HTMLElement))continue;let n=t.holding(o.getAttribute("src")??"");!n||o.hasAttribute("data-gate")||(o instanceof HTMLScriptElement?(o.type="text/plain",o.setAttribute("data-gate",n)):(o instanceof HTMLImageElement||o instanceof HTMLIFrameElement)&&(o.dataset.gateSrc=o.getAttribute("src"),o.removeAttribute("src"),o.setAttribute("data-gate",n)))}}var Z=1e4;function J(e){if(window.douane)return;let t=window.douaneVisit??{},o={gpc:t.gpc??navigator.globalPrivacyControl===!0},n=new w(e.plan),r=$(),i=null,s;function p(u=!1){s=H(i,o,r,e.rules),n.grant(u?R(s,r):s.granted),E(n)}async function l(u,m){let g=s.granted,K={version:e.version,place:v(i),language:M(e),purposes:u,method:m,gpc:o.gpc,replaces:r?.record??null,...t.test&&{test:!0}},x=await fetch(`${e.base}/records`,{method:"POST",body:JSON.stringify(K),signal:AbortSignal.timeout(Z)});if(x.status!==201)throw new Error(`recorder answered ${x.status}`);let{id:S}=await x.json();r={version:e.version,record:S,gpc:o.gpc,purposes:u},A(r,s.choiceDays),p(),I(e.plan,b=>s.granted[b]===!1),document.dispatchEvent(new CustomEvent("douane:choice",{detail:{granted:{...s.granted},record:S}})),Object.keys(g).some(b=>g[b]&&!s.granted[b])?location.reload():c()}function c(){let[u,m]=e.buttons[M(e)],g=Object.values(s.modes).includes("object");T(g?m:u,e.look,()=>{a("panel")})}async function a(u){let[m]=await Promise.all([fetch(`${e.base}/${e.texts[M(e)]}`).then(g=>g.json()),Y(e)]);window.douaneBanner?.({content:m,look:e.look,decision:s,layer:u,record:r?.record??null,choose:l,onClose:c})}D(n),new MutationObserver(u=>{for(let{addedNodes:m}of u)F(m,n);E(n)}).observe(document,{childList:!0,subtree:!0}),window.douane={open:()=>{a("panel")},version:e.version};let d=U(t.place),f=u=>{i=u,p(),s.ask?Q(()=>a("first")):c()};d!==void 0?f(d):(p(!0),W(e.base).then(f))}function M(e){return navigator.languages.map(o=>o.slice(0,2).toLowerCase()).find(o=>e.texts[o])??e.defaultLanguage}var O;function Y(e){return O??=new Promise((t,o)=>{let n=document.createElement("script");n.src=`${e.base}/${e.banner}`,n.onload=()=>t(),n.onerror=()=>{O=void 0,o(new Error("Douane: the banner could not be loaded; everything stays held"))},document.head.append(n)}),O}function Q(e){document.body?e():document.addEventListener("DOMContentLoaded",e)}J({"base":"http://localhost:38693/g/ferry-tickets","version":2,"rules":{"purposes":[{"id":"necessary","necessary":true},{"id":"functional"},{"id":"measurement"},{"id":"advertising","sale":true},{"id":"embedded"}],"regimes":[{"id":"eu","territory":["AT","BE","BG","CY","CZ","DE","DK","EE","ES","FI","FR","GR","HR","HU","IE","IS","IT","LI","LT","LU","LV","MT","NL","NO","PL","PT","RO","SE","SI","SK"],"modes":{"default":"ask"},"gpc":"refuses","choiceDays":182},{"id":"us-ca","territory":["US-CA"],"modes":{"default":"inform","sale":"ask"},"gpc":"binds","choiceDays":365}],"fallback":"eu"},"plan":{"hosts":{"copperbarn.localhost":"advertising","oddgull.localhost":"measurement"},"cookies":[["qqq","functional"],["_ogv","measurement"]],"storage":[]},"banner":"banner.6454f5f9769230a6.js","texts":{"de":"texts-de.a30f527765382fdd.json","en":"texts-en.bc44c5b8f17a7993.json"},"defaultLanguage":"en","buttons":{"de":["Ihre Wahl","Your Privacy Choices"],"en":["Privacy choices","Your Privacy Choices"]},"look":{"position":"bottom","sheet":"#fffdf9","ink":"#18222d","accent":"#34398f","radius":4}});})();
', 'text/javascript', true);
INSERT INTO public.gate_file VALUES ('6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'banner.6454f5f9769230a6.js', '"use strict";(()=>{function n(e,r={},o=[]){let t=document.createElement(e);for(let[i,a]of Object.entries(r))a!==""&&t.setAttribute(i,a);return t.append(...[o].flat()),t}var O=[["year",31536e3],["month",2592e3],["day",86400],["hour",3600],["minute",60]];function h(e,r){let[o,t]=O.find(([,a])=>e>=a)??["second",1],i={style:"unit",unit:o,unitDisplay:"long",maximumFractionDigits:0};return new Intl.NumberFormat(r,i).format(e/t)}function y({sheet:e,ink:r,accent:o,radius:t}){return`
:host{all:initial}
*{box-sizing:border-box}
.sheet{position:fixed;z-index:2147483647;left:0;right:0;bottom:0;max-height:100vh;overflow:auto;padding:20px 24px;
  background:${e};color:${r};border:1px solid ${r};font:15px/1.5 system-ui,sans-serif;border-radius:${t}px ${t}px 0 0}
.corner{left:auto;right:16px;bottom:16px;width:min(420px,calc(100vw - 32px));border-radius:${t}px}
.middle{left:50%;right:auto;bottom:auto;top:50%;width:min(560px,calc(100vw - 32px));transform:translate(-50%,-50%);border-radius:${t}px}
.panel{max-width:720px;margin:0 auto}
h2{margin:0 0 8px;font-size:19px;line-height:1.3}
p{margin:0 0 12px;max-width:78ch}
ul{list-style:none;margin:0 0 12px;padding:0}
.sheet>ul>li{padding:10px 0;border-top:1px solid color-mix(in srgb,${r} 20%,transparent)}
.purpose{display:flex;gap:10px;align-items:center}
.purpose+p{margin:2px 0 4px 30px}
input{width:20px;height:20px;margin:0;accent-color:${o}}
details{margin-left:30px;font-size:14px}
summary{cursor:pointer;padding:4px 0}
details ul{margin:0 0 4px;padding-left:14px}
a{color:inherit}
code{font-family:ui-monospace,monospace;font-size:.9em;overflow-wrap:anywhere}
.acts{display:grid;grid-template-columns:repeat(auto-fit,minmax(150px,1fr));gap:10px;max-width:640px}
button{min-height:44px;padding:8px 14px;font:600 15px/1.3 system-ui,sans-serif;border:1px solid ${o};border-radius:${t}px;
  background:${o};color:${k(o)};cursor:pointer}
button.plain{margin-top:10px;background:transparent;color:inherit;border-color:transparent;text-decoration:underline}
button:disabled{opacity:.6;cursor:progress}
:focus-visible{outline:3px solid ${r};outline-offset:2px}
h2:focus{outline:none}
.panel .acts{position:sticky;bottom:-20px;margin:0 -24px;padding:10px 24px 20px;max-width:none;background:${e};border-top:1px solid color-mix(in srgb,${r} 20%,transparent)}
.note{padding:8px 12px;border-left:4px solid ${o}}
.failed:not(:empty){padding:10px 12px;margin:0 0 12px;border:2px solid #b3261e}
.fine{font-size:13px}
@media (max-width:480px){.sheet{padding:16px}.acts{grid-template-columns:1fr}.panel .acts{gap:6px;bottom:-16px;margin:0 -16px;padding:8px 16px 16px}}
`}function k(e){let[r,o,t]=[1,3,5].map(a=>{let l=Number.parseInt(e.slice(a,a+2),16)/255;return l<=.04045?l/12.92:((l+.055)/1.055)**2.4});return .2126*r+.7152*o+.0722*t>.179?"#000000":"#ffffff"}var v="douane-banner";function w(e,r=document.body){r.querySelector(v)?.remove(),document.querySelector("douane-choices")?.remove();let o=document.activeElement,t=document.createElement(v);t.lang=e.content.language;let i=t.attachShadow({mode:"open"}),a=new CSSStyleSheet;a.replaceSync(y(e.look)),i.adoptedStyleSheets=[a],r.prepend(t);let l=()=>{t.remove(),e.onClose(),o instanceof HTMLElement&&o!==document.body&&o.focus()},c=m=>{let d=m==="first"?L(e,f,()=>c("panel")):S(e,f,l);i.replaceChildren(d),m==="panel"&&d.querySelector("h2")?.focus()},f=async(m,d)=>{let s=i.firstElementChild,p=s.querySelectorAll("button");for(let x of p)x.disabled=!0;s.setAttribute("aria-busy","true");try{await e.choose(m,d),t.remove()}catch{for(let T of p)T.disabled=!1;s.removeAttribute("aria-busy");let{failed:x,retry:E}=e.content.texts,g=n("button",{type:"button","data-act":"retry"},E);g.onclick=()=>{f(m,d)},s.querySelector(".failed").replaceChildren(n("p",{},x),g)}};c(e.layer)}function L({content:e,look:r},o,t){let{texts:i}=e;return n("section",{class:`sheet ${r.position}`,"aria-labelledby":"t",role:"region"},[n("h2",{id:"t"},i.title),n("p",{},[i.body,...$(e)]),n("div",{class:"failed",role:"alert"}),n("div",{class:"acts"},[u("refuse",i.refuse,()=>o(b(e,!1),"refuse-all")),u("choose",i.choose,t),u("accept",i.accept,()=>o(b(e,!0),"accept-all"))])])}function S(e,r,o){let{content:t,decision:i,look:a,record:l}=e,{texts:c}=t,f=new Map,m=t.purposes.map(s=>{let p=n("input",{type:"checkbox",id:`p-${s.id}`,"aria-describedby":`d-${s.id}`});p.checked=i.granted[s.id]===!0,p.disabled=s.necessary,f.set(s.id,p);let x=n("label",{for:`p-${s.id}`},[n("b",{},s.name),...s.necessary?[` \xB7 ${c.always}`]:[]]);return n("li",{},[n("div",{class:"purpose"},[p,x]),n("p",{id:`d-${s.id}`},s.text),...M(s,t)])}),d=n("section",{class:`sheet panel ${a.position}`,role:"dialog","aria-labelledby":"t"},[n("h2",{id:"t",tabindex:"-1"},c.panelTitle),...i.gpcObeyed?[n("p",{class:"note"},c.gpcObeyed)]:[],n("ul",{},m),n("p",{class:"fine"},[...$(t),...l?[` ${c.record}: `,n("code",{},l)]:[]]),n("div",{class:"failed",role:"alert"}),n("div",{class:"acts"},[u("refuse",c.refuse,()=>r(b(t,!1),"refuse-all")),u("save",c.save,()=>r(Object.fromEntries([...f].map(([s,p])=>[s,p.checked])),"chosen")),u("accept",c.accept,()=>r(b(t,!0),"accept-all"))]),...i.ask?[]:[u("close",c.close,o,"plain")]]);return d.addEventListener("keydown",s=>{s.key==="Escape"&&!i.ask&&o()}),d}function M(e,r){if(e.services.length===0)return[];let o=e.services.map(({name:t,policyUrl:i,items:a})=>n("li",{},[i?n("a",{href:i,rel:"noopener",target:"_blank"},t):t,...a.length>0?[n("ul",{},a.map(l=>n("li",{},[n("code",{},l.name),B(l,r)])))]:[]]));return[n("details",{},[n("summary",{},`${r.texts.services} (${e.services.length})`),n("ul",{},o)])]}function B({lifetimeSeconds:e,description:r},{language:o,texts:t}){let a=[e===void 0?"":e===null?t.session:h(e,o),r].filter(Boolean);return a.length>0?`: ${a.join(". ")}`:""}function $(e){return e.policyUrl?[" ",n("a",{href:e.policyUrl},e.texts.policy)]:[]}function u(e,r,o,t=""){let i=n("button",{type:"button","data-act":e,class:t},r);return i.onclick=o,i}var b=(e,r)=>Object.fromEntries(e.purposes.map(o=>[o.id,r||o.necessary]));window.douaneBanner=e=>w(e);})();
', 'text/javascript', true);
INSERT INTO public.gate_file VALUES ('6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'texts-de.a30f527765382fdd.json', '{"language":"de","texts":{"title":"Dürfen wir mehr als das Notwendige?","body":"Außer dem, was die Seite zum Funktionieren braucht, möchten wir und die genannten Dienste Daten auf Ihrem Gerät speichern und lesen. Nichts davon geschieht vor Ihrem Ja. Sie können es sich jederzeit anders überlegen.","accept":"Alle annehmen","refuse":"Alle ablehnen","choose":"Nach Zweck wählen","save":"Diese Wahl speichern","panelTitle":"Ihre Wahl nach Zweck","always":"Immer an","services":"Dienste auf dieser Seite","gpcObeyed":"Ihr Browser sendet Global Privacy Control. Wir halten uns daran: Nichts von Ihnen wird verkauft oder geteilt.","failed":"Ihre Wahl konnte nicht gespeichert werden, daher bleibt alles angehalten.","retry":"Noch einmal versuchen","record":"Nachweis","session":"bis der Browser geschlossen wird","close":"Schließen ohne Änderung","policy":"Cookie-Richtlinie"},"purposes":[{"id":"necessary","name":"Notwendig","text":"Ohne sie geht es nicht: Anmeldung, Warenkorb, Zahlung, Sicherheit und Ihre Wahl an dieser Stelle.","necessary":true,"services":[]},{"id":"functional","name":"Funktional","text":"Macht die Seite bequemer: gemerkte Einstellungen, Chat, Schriften.","necessary":false,"services":[{"name":"Odd","items":[{"name":"qqq","lifetimeSeconds":null}]}]},{"id":"measurement","name":"Messung","text":"Zählt Besuche und zeigt uns, welche Seiten funktionieren und welche nicht.","necessary":false,"services":[{"name":"Oddgull measurement","items":[{"name":"_ogv","lifetimeSeconds":null,"description":"Tells visitors apart to count them."}]}]},{"id":"advertising","name":"Werbung","text":"Erkennt Sie auf anderen Seiten wieder, um Werbung zu zeigen, die zu Ihrem Besuch hier passt.","necessary":false,"services":[{"name":"Copperbarn ads","items":[]}]},{"id":"embedded","name":"Eingebettete Inhalte","text":"Videos, Karten und Beiträge anderer Anbieter, die dann von Ihrem Besuch erfahren.","necessary":false,"services":[]}]}', 'application/json', true);
INSERT INTO public.gate_file VALUES ('6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'texts-en.bc44c5b8f17a7993.json', '{"language":"en","texts":{"title":"One question before you sail","body":"Besides what the site needs to work, we and the services listed would like to store and read data on your device. Nothing of that happens before you say yes. You can change your mind at any time.","accept":"Accept all","refuse":"Refuse all","choose":"Choose by purpose","save":"Save this choice","panelTitle":"Your choice by purpose","always":"Always on","services":"Services found on this site","gpcObeyed":"Your browser sends Global Privacy Control. We obey it: nothing of yours is sold or shared.","failed":"Your choice could not be recorded, so everything stays held.","retry":"Try again","record":"Record","session":"until the browser is closed","close":"Close without changing","policy":"Cookie policy"},"purposes":[{"id":"necessary","name":"Necessary","text":"What the site cannot work without: keeping you signed in, your basket, payment, security and your choice here.","necessary":true,"services":[]},{"id":"functional","name":"Functional","text":"Makes the site more convenient: remembered settings, chat, typefaces.","necessary":false,"services":[{"name":"Odd","items":[{"name":"qqq","lifetimeSeconds":null}]}]},{"id":"measurement","name":"Measurement","text":"Counts visits and shows us which pages work and which do not.","necessary":false,"services":[{"name":"Oddgull measurement","items":[{"name":"_ogv","lifetimeSeconds":null,"description":"Tells visitors apart to count them."}]}]},{"id":"advertising","name":"Advertising","text":"Recognises you on other sites, to show you advertisements that match what you looked at here.","necessary":false,"services":[{"name":"Copperbarn ads","items":[]}]},{"id":"embedded","name":"Embedded content","text":"Videos, maps and posts that come from other providers, who then learn of your visit.","necessary":false,"services":[]}]}', 'application/json', true);

INSERT INTO public.item VALUES ('7d938d2f-de37-4241-9a3a-b1eb81909b9b', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'request', 'image', 'copperbarn.localhost', '{"chain": [], "pages": ["http://skerrysound.localhost:9/"], "party": "third"}', '2026-11-25 12:19:30.447892+00', '2026-11-25 12:19:30.447892+00');
INSERT INTO public.item VALUES ('e9e6577f-10f8-49bb-9ba4-8393a040fd7b', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'request', 'script', 'oddgull.localhost', '{"chain": [], "pages": ["http://skerrysound.localhost:9/"], "party": "third"}', '2026-11-25 12:19:30.447892+00', '2026-11-25 12:19:30.447892+00');
INSERT INTO public.item VALUES ('1246f5ef-a62c-411c-8999-38a691f6b584', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'cookie', '_ogv', 'skerrysound.localhost', '{"chain": [], "pages": ["http://skerrysound.localhost:9/"], "party": "first", "secure": false, "httpOnly": false, "lifetimeSeconds": null}', '2026-11-25 12:19:30.447892+00', '2026-11-25 12:19:30.447892+00');
INSERT INTO public.item VALUES ('3158c130-c436-4ecd-9865-cdfbc9d6642a', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'cookie', 'qqq', 'skerrysound.localhost', '{"chain": [], "pages": ["http://skerrysound.localhost:9/"], "party": "first", "secure": false, "httpOnly": false, "lifetimeSeconds": null}', '2026-11-25 12:19:30.447892+00', '2026-11-25 12:19:30.447892+00');

INSERT INTO public.migration VALUES (1, '0001_first', '2026-11-25 12:19:28.088064');
INSERT INTO public.migration VALUES (2, '0002_scanning', '2026-11-25 12:19:28.145178');
INSERT INTO public.migration VALUES (3, '0003_classifying', '2026-11-25 12:19:28.193724');

INSERT INTO public.organisation VALUES ('6e53eb71-389a-4a71-9016-c7318a9b78eb', 'Skerry & Sound Ferries', '2026-11-25 12:19:29.489426+00', '{}');

INSERT INTO public.person VALUES ('a7035699-600c-4753-b2b7-eb04c1d05317', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'ines.varga@skerrysound.example', 'Ines Varga', '$argon2id$v=19$m=65536,p=4,t=3$iTrSFUomGQ77/fKnA02DpQ$BJSZPKssTiqz/Y90zxdVnedm3xB4V7Xmi981U4yC0Gc', '2026-11-25 12:19:29.489426+00');

INSERT INTO public.ruling VALUES ('6e8daa54-51c2-4395-a9a0-20a68dc25921', '6e53eb71-389a-4a71-9016-c7318a9b78eb', '7d938d2f-de37-4241-9a3a-b1eb81909b9b', 'advertising', 'Copperbarn ads', 'Shows advertisements for what was looked at.', NULL, 'catalogue', 'own catalogue: host copperbarn.localhost', 0.9, NULL, '957920a6-650f-4bcd-b915-610b20d1588c', '2026-11-25 12:19:30.485558+00', NULL, 'ruled', NULL, NULL, NULL);
INSERT INTO public.ruling VALUES ('5f06cd3c-bc12-42f2-9285-c36b745d4fed', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'e9e6577f-10f8-49bb-9ba4-8393a040fd7b', 'measurement', 'Oddgull measurement', 'Counts visits.', NULL, 'catalogue', 'own catalogue: host oddgull.localhost', 0.9, NULL, '957920a6-650f-4bcd-b915-610b20d1588c', '2026-11-25 12:19:30.485864+00', NULL, 'ruled', NULL, NULL, NULL);
INSERT INTO public.ruling VALUES ('933fbf68-7c8d-4b27-926e-411fde196ad4', '6e53eb71-389a-4a71-9016-c7318a9b78eb', '1246f5ef-a62c-411c-8999-38a691f6b584', 'measurement', 'Oddgull measurement', 'Tells visitors apart to count them.', NULL, 'catalogue', 'own catalogue: cookie named _ogv', 0.9, NULL, '957920a6-650f-4bcd-b915-610b20d1588c', '2026-11-25 12:19:30.485878+00', NULL, 'ruled', NULL, NULL, NULL);
INSERT INTO public.ruling VALUES ('c57c5e06-907a-44f4-a9d7-906869f735f0', '6e53eb71-389a-4a71-9016-c7318a9b78eb', '3158c130-c436-4ecd-9865-cdfbc9d6642a', 'functional', 'Odd', NULL, NULL, 'person', 'asked the developer', 1, 'a7035699-600c-4753-b2b7-eb04c1d05317', 'ed1980eb-e4a3-40e9-ba84-cf03e625a030', '2026-11-25 12:19:30.545786+00', NULL, 'ruled', NULL, NULL, '["first party, on 1 page", "lived until the browser closed"]');

INSERT INTO public.run VALUES ('c69216ec-d6f3-4a03-a7a3-ce01b7257ca6', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'import', 'done', '{}', NULL, '{"file": "a.csv", "pages": [], "format": "csv", "problems": []}', '{"file": "a.csv", "items": 4, "format": "csv", "problems": 0}', NULL, 'a7035699-600c-4753-b2b7-eb04c1d05317', '2026-11-25 12:19:30.438883+00', '2026-11-25 12:19:30.438883+00', NULL, '2026-11-25 12:19:30.438883+00', 0);
INSERT INTO public.run VALUES ('a6e0ce69-dc79-4b9e-bb4c-0c333ba3855e', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 'check', 'done', '{}', NULL, '{"cases": [{"id": "DE withdraw", "asks": true, "items": [], "place": "DE", "choice": "withdraw", "regimes": ["eu"], "signals": [], "problems": [], "clickedAtMs": 870, "recordedAtMs": 900, "withdrawnAtMs": 2000}], "pages": ["http://skerrysound.localhost:9/"], "format": "douane.check/1", "target": "http://skerrysound.localhost:9/", "browser": "Chromium 156", "seconds": 3, "summary": {"held": 0, "silent": 0, "cleared": 0, "slipped": 1}, "version": 2, "startedAt": "2026-11-24T10:00:00.000Z"}', '{"held": 0, "cases": 1, "pages": 1, "silent": 0, "things": 1, "cleared": 0, "slipped": 1, "version": 2}', NULL, NULL, '2026-11-25 12:19:31.150702+00', NULL, NULL, '2026-11-25 12:19:31.150702+00', 0);

INSERT INTO public.scan_item VALUES ('c69216ec-d6f3-4a03-a7a3-ce01b7257ca6', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'request', 'image', 'copperbarn.localhost', '{"chain": [], "pages": ["http://skerrysound.localhost:9/"], "party": "third"}');
INSERT INTO public.scan_item VALUES ('c69216ec-d6f3-4a03-a7a3-ce01b7257ca6', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'request', 'script', 'oddgull.localhost', '{"chain": [], "pages": ["http://skerrysound.localhost:9/"], "party": "third"}');
INSERT INTO public.scan_item VALUES ('c69216ec-d6f3-4a03-a7a3-ce01b7257ca6', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'cookie', '_ogv', 'skerrysound.localhost', '{"chain": [], "pages": ["http://skerrysound.localhost:9/"], "party": "first", "secure": false, "httpOnly": false, "lifetimeSeconds": null}');
INSERT INTO public.scan_item VALUES ('c69216ec-d6f3-4a03-a7a3-ce01b7257ca6', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'cookie', 'qqq', 'skerrysound.localhost', '{"chain": [], "pages": ["http://skerrysound.localhost:9/"], "party": "first", "secure": false, "httpOnly": false, "lifetimeSeconds": null}');

INSERT INTO public.site VALUES ('d8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'ferry-tickets', '{"site": {"key": "ferry-tickets", "name": "Ferry tickets", "address": "http://skerrysound.localhost:9/", "staging": ["http://staging.localhost:9"], "addresses": ["http://skerrysound.localhost:9"], "ownDomains": []}, "banner": {"look": {"ink": "#18222d", "sheet": "#fffdf9", "accent": "#34398f", "radius": 11, "position": "bottom"}, "texts": {"de": {"body": "Außer dem, was die Seite zum Funktionieren braucht, möchten wir und die genannten Dienste Daten auf Ihrem Gerät speichern und lesen. Nichts davon geschieht vor Ihrem Ja. Sie können es sich jederzeit anders überlegen.", "save": "Diese Wahl speichern", "close": "Schließen ohne Änderung", "retry": "Noch einmal versuchen", "title": "Dürfen wir mehr als das Notwendige?", "accept": "Alle annehmen", "always": "Immer an", "button": "Ihre Wahl", "choose": "Nach Zweck wählen", "failed": "Ihre Wahl konnte nicht gespeichert werden, daher bleibt alles angehalten.", "policy": "Cookie-Richtlinie", "record": "Nachweis", "refuse": "Alle ablehnen", "session": "bis der Browser geschlossen wird", "services": "Dienste auf dieser Seite", "gpcObeyed": "Ihr Browser sendet Global Privacy Control. Wir halten uns daran: Nichts von Ihnen wird verkauft oder geteilt.", "panelTitle": "Ihre Wahl nach Zweck", "buttonObject": "Your Privacy Choices"}, "en": {"body": "Besides what the site needs to work, we and the services listed would like to store and read data on your device. Nothing of that happens before you say yes. You can change your mind at any time.", "save": "Save this choice", "close": "Close without changing", "retry": "Try again", "title": "One question before you sail", "accept": "Accept all", "always": "Always on", "button": "Privacy choices", "choose": "Choose by purpose", "failed": "Your choice could not be recorded, so everything stays held.", "policy": "Cookie policy", "record": "Record", "refuse": "Refuse all", "session": "until the browser is closed", "services": "Services found on this site", "gpcObeyed": "Your browser sends Global Privacy Control. We obey it: nothing of yours is sold or shared.", "panelTitle": "Your choice by purpose", "buttonObject": "Your Privacy Choices"}}, "defaultLanguage": "en"}, "format": "douane.setup/1", "regions": {"regimes": ["eu", "us-ca"], "fallback": "eu", "overrides": {"us-ca": {"sale": "ask"}}}, "purposes": [{"id": "necessary", "name": "Necessary", "text": "What the site cannot work without: keeping you signed in, your basket, payment, security and your choice here.", "necessary": true, "translations": {"de": {"name": "Notwendig", "text": "Ohne sie geht es nicht: Anmeldung, Warenkorb, Zahlung, Sicherheit und Ihre Wahl an dieser Stelle."}}}, {"id": "functional", "name": "Functional", "text": "Makes the site more convenient: remembered settings, chat, typefaces.", "translations": {"de": {"name": "Funktional", "text": "Macht die Seite bequemer: gemerkte Einstellungen, Chat, Schriften."}}}, {"id": "measurement", "name": "Measurement", "text": "Counts visits and shows us which pages work and which do not.", "translations": {"de": {"name": "Messung", "text": "Zählt Besuche und zeigt uns, welche Seiten funktionieren und welche nicht."}}}, {"id": "advertising", "name": "Advertising", "sale": true, "text": "Recognises you on other sites, to show you advertisements that match what you looked at here.", "translations": {"de": {"name": "Werbung", "text": "Erkennt Sie auf anderen Seiten wieder, um Werbung zu zeigen, die zu Ihrem Besuch hier passt."}}}, {"id": "embedded", "name": "Embedded content", "text": "Videos, maps and posts that come from other providers, who then learn of your visit.", "translations": {"de": {"name": "Eingebettete Inhalte", "text": "Videos, Karten und Beiträge anderer Anbieter, die dann von Ihrem Besuch erfahren."}}}], "recorder": "http://localhost:38693/g/ferry-tickets", "services": []}', 4, '2026-11-25 12:19:30.243107+00', '{}', '{"mail": []}');

INSERT INTO public.site_version VALUES ('cdafdbf2-eb87-4590-a444-3727fb761530', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 1, '{"site": {"key": "ferry-tickets", "name": "Ferry tickets", "address": "http://skerrysound.localhost:9/", "staging": [], "addresses": ["http://skerrysound.localhost:9"], "ownDomains": []}, "banner": {"look": {"ink": "#18222d", "sheet": "#fffdf9", "accent": "#34398f", "radius": 4, "position": "bottom"}, "texts": {"de": {"body": "Außer dem, was die Seite zum Funktionieren braucht, möchten wir und die genannten Dienste Daten auf Ihrem Gerät speichern und lesen. Nichts davon geschieht vor Ihrem Ja. Sie können es sich jederzeit anders überlegen.", "save": "Diese Wahl speichern", "close": "Schließen ohne Änderung", "retry": "Noch einmal versuchen", "title": "Dürfen wir mehr als das Notwendige?", "accept": "Alle annehmen", "always": "Immer an", "button": "Ihre Wahl", "choose": "Nach Zweck wählen", "failed": "Ihre Wahl konnte nicht gespeichert werden, daher bleibt alles angehalten.", "policy": "Cookie-Richtlinie", "record": "Nachweis", "refuse": "Alle ablehnen", "session": "bis der Browser geschlossen wird", "services": "Dienste auf dieser Seite", "gpcObeyed": "Ihr Browser sendet Global Privacy Control. Wir halten uns daran: Nichts von Ihnen wird verkauft oder geteilt.", "panelTitle": "Ihre Wahl nach Zweck", "buttonObject": "Your Privacy Choices"}, "en": {"body": "Besides what the site needs to work, we and the services listed would like to store and read data on your device. Nothing of that happens before you say yes. You can change your mind at any time.", "save": "Save this choice", "close": "Close without changing", "retry": "Try again", "title": "One question before you sail", "accept": "Accept all", "always": "Always on", "button": "Privacy choices", "choose": "Choose by purpose", "failed": "Your choice could not be recorded, so everything stays held.", "policy": "Cookie policy", "record": "Record", "refuse": "Refuse all", "session": "until the browser is closed", "services": "Services found on this site", "gpcObeyed": "Your browser sends Global Privacy Control. We obey it: nothing of yours is sold or shared.", "panelTitle": "Your choice by purpose", "buttonObject": "Your Privacy Choices"}}, "defaultLanguage": "en"}, "format": "douane.setup/1", "regions": {"regimes": ["eu", "us-ca"], "fallback": "eu", "overrides": {"us-ca": {"sale": "ask"}}}, "purposes": [{"id": "necessary", "name": "Necessary", "text": "What the site cannot work without: keeping you signed in, your basket, payment, security and your choice here.", "necessary": true, "translations": {"de": {"name": "Notwendig", "text": "Ohne sie geht es nicht: Anmeldung, Warenkorb, Zahlung, Sicherheit und Ihre Wahl an dieser Stelle."}}}, {"id": "functional", "name": "Functional", "text": "Makes the site more convenient: remembered settings, chat, typefaces.", "translations": {"de": {"name": "Funktional", "text": "Macht die Seite bequemer: gemerkte Einstellungen, Chat, Schriften."}}}, {"id": "measurement", "name": "Measurement", "text": "Counts visits and shows us which pages work and which do not.", "translations": {"de": {"name": "Messung", "text": "Zählt Besuche und zeigt uns, welche Seiten funktionieren und welche nicht."}}}, {"id": "advertising", "name": "Advertising", "sale": true, "text": "Recognises you on other sites, to show you advertisements that match what you looked at here.", "translations": {"de": {"name": "Werbung", "text": "Erkennt Sie auf anderen Seiten wieder, um Werbung zu zeigen, die zu Ihrem Besuch hier passt."}}}, {"id": "embedded", "name": "Embedded content", "text": "Videos, maps and posts that come from other providers, who then learn of your visit.", "translations": {"de": {"name": "Eingebettete Inhalte", "text": "Videos, Karten und Beiträge anderer Anbieter, die dann von Ihrem Besuch erfahren."}}}], "recorder": "http://localhost:38693/g/ferry-tickets", "services": [{"id": "copperbarn-ads", "name": "Copperbarn ads", "hosts": ["copperbarn.localhost"], "items": [], "purpose": "advertising"}, {"id": "odd", "name": "Odd", "hosts": [], "items": [{"host": "skerrysound.localhost", "kind": "cookie", "name": "qqq", "lifetimeSeconds": null}], "purpose": "functional"}, {"id": "oddgull-measurement", "name": "Oddgull measurement", "hosts": ["oddgull.localhost"], "items": [{"host": "skerrysound.localhost", "kind": "cookie", "name": "_ogv", "description": "Tells visitors apart to count them.", "lifetimeSeconds": null}], "purpose": "measurement"}]}', 'a7035699-600c-4753-b2b7-eb04c1d05317', '2026-11-25 12:19:30.719742+00');
INSERT INTO public.site_version VALUES ('d85f57ea-e5d0-46b2-b0b0-518a397834ca', '6e53eb71-389a-4a71-9016-c7318a9b78eb', 'd8d9252a-a2f5-44e3-9a7b-bc97e5733ac9', 2, '{"site": {"key": "ferry-tickets", "name": "Ferry tickets", "address": "http://skerrysound.localhost:9/", "staging": ["http://staging.localhost:9"], "addresses": ["http://skerrysound.localhost:9"], "ownDomains": []}, "banner": {"look": {"ink": "#18222d", "sheet": "#fffdf9", "accent": "#34398f", "radius": 4, "position": "bottom"}, "texts": {"de": {"body": "Außer dem, was die Seite zum Funktionieren braucht, möchten wir und die genannten Dienste Daten auf Ihrem Gerät speichern und lesen. Nichts davon geschieht vor Ihrem Ja. Sie können es sich jederzeit anders überlegen.", "save": "Diese Wahl speichern", "close": "Schließen ohne Änderung", "retry": "Noch einmal versuchen", "title": "Dürfen wir mehr als das Notwendige?", "accept": "Alle annehmen", "always": "Immer an", "button": "Ihre Wahl", "choose": "Nach Zweck wählen", "failed": "Ihre Wahl konnte nicht gespeichert werden, daher bleibt alles angehalten.", "policy": "Cookie-Richtlinie", "record": "Nachweis", "refuse": "Alle ablehnen", "session": "bis der Browser geschlossen wird", "services": "Dienste auf dieser Seite", "gpcObeyed": "Ihr Browser sendet Global Privacy Control. Wir halten uns daran: Nichts von Ihnen wird verkauft oder geteilt.", "panelTitle": "Ihre Wahl nach Zweck", "buttonObject": "Your Privacy Choices"}, "en": {"body": "Besides what the site needs to work, we and the services listed would like to store and read data on your device. Nothing of that happens before you say yes. You can change your mind at any time.", "save": "Save this choice", "close": "Close without changing", "retry": "Try again", "title": "One question before you sail", "accept": "Accept all", "always": "Always on", "button": "Privacy choices", "choose": "Choose by purpose", "failed": "Your choice could not be recorded, so everything stays held.", "policy": "Cookie policy", "record": "Record", "refuse": "Refuse all", "session": "until the browser is closed", "services": "Services found on this site", "gpcObeyed": "Your browser sends Global Privacy Control. We obey it: nothing of yours is sold or shared.", "panelTitle": "Your choice by purpose", "buttonObject": "Your Privacy Choices"}}, "defaultLanguage": "en"}, "format": "douane.setup/1", "regions": {"regimes": ["eu", "us-ca"], "fallback": "eu", "overrides": {"us-ca": {"sale": "ask"}}}, "purposes": [{"id": "necessary", "name": "Necessary", "text": "What the site cannot work without: keeping you signed in, your basket, payment, security and your choice here.", "necessary": true, "translations": {"de": {"name": "Notwendig", "text": "Ohne sie geht es nicht: Anmeldung, Warenkorb, Zahlung, Sicherheit und Ihre Wahl an dieser Stelle."}}}, {"id": "functional", "name": "Functional", "text": "Makes the site more convenient: remembered settings, chat, typefaces.", "translations": {"de": {"name": "Funktional", "text": "Macht die Seite bequemer: gemerkte Einstellungen, Chat, Schriften."}}}, {"id": "measurement", "name": "Measurement", "text": "Counts visits and shows us which pages work and which do not.", "translations": {"de": {"name": "Messung", "text": "Zählt Besuche und zeigt uns, welche Seiten funktionieren und welche nicht."}}}, {"id": "advertising", "name": "Advertising", "sale": true, "text": "Recognises you on other sites, to show you advertisements that match what you looked at here.", "translations": {"de": {"name": "Werbung", "text": "Erkennt Sie auf anderen Seiten wieder, um Werbung zu zeigen, die zu Ihrem Besuch hier passt."}}}, {"id": "embedded", "name": "Embedded content", "text": "Videos, maps and posts that come from other providers, who then learn of your visit.", "translations": {"de": {"name": "Eingebettete Inhalte", "text": "Videos, Karten und Beiträge anderer Anbieter, die dann von Ihrem Besuch erfahren."}}}], "recorder": "http://localhost:38693/g/ferry-tickets", "services": [{"id": "copperbarn-ads", "name": "Copperbarn ads", "hosts": ["copperbarn.localhost"], "items": [], "purpose": "advertising"}, {"id": "odd", "name": "Odd", "hosts": [], "items": [{"host": "skerrysound.localhost", "kind": "cookie", "name": "qqq", "lifetimeSeconds": null}], "purpose": "functional"}, {"id": "oddgull-measurement", "name": "Oddgull measurement", "hosts": ["oddgull.localhost"], "items": [{"host": "skerrysound.localhost", "kind": "cookie", "name": "_ogv", "description": "Tells visitors apart to count them.", "lifetimeSeconds": null}], "purpose": "measurement"}]}', 'a7035699-600c-4753-b2b7-eb04c1d05317', '2026-11-25 12:19:31.078036+00');

SELECT pg_catalog.setval('public.catalogue_entry_number_seq', 1, false);

SELECT pg_catalog.setval('public.migration_id_seq', 3, true);

SELECT pg_catalog.setval('public.scan_page_number_seq', 1, false);

ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_run_id_key UNIQUE (run_id);

ALTER TABLE ONLY public.catalogue_entry
    ADD CONSTRAINT catalogue_entry_pkey PRIMARY KEY (organisation_id, key);

ALTER TABLE ONLY public.consent_record
    ADD CONSTRAINT consent_record_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.consent_record
    ADD CONSTRAINT consent_record_site_id_number_key UNIQUE (site_id, number);

ALTER TABLE ONLY public.delivery
    ADD CONSTRAINT delivery_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.gate_file
    ADD CONSTRAINT gate_file_pkey PRIMARY KEY (site_id, name);

ALTER TABLE ONLY public.house_rule
    ADD CONSTRAINT house_rule_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.item_note
    ADD CONSTRAINT item_note_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.item
    ADD CONSTRAINT item_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.migration
    ADD CONSTRAINT migration_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.organisation
    ADD CONSTRAINT organisation_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.person
    ADD CONSTRAINT person_email_key UNIQUE (email);

ALTER TABLE ONLY public.person
    ADD CONSTRAINT person_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.ruling
    ADD CONSTRAINT ruling_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.run
    ADD CONSTRAINT run_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.saved_filter
    ADD CONSTRAINT saved_filter_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.saved_filter
    ADD CONSTRAINT saved_filter_site_id_name_key UNIQUE (site_id, name);

ALTER TABLE ONLY public.scan_page
    ADD CONSTRAINT scan_page_pkey PRIMARY KEY (run_id, number);

ALTER TABLE ONLY public.schedule
    ADD CONSTRAINT schedule_pkey PRIMARY KEY (site_id);

ALTER TABLE ONLY public.service_name
    ADD CONSTRAINT service_name_pkey PRIMARY KEY (organisation_id, name);

ALTER TABLE ONLY public.service
    ADD CONSTRAINT service_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.sign_in
    ADD CONSTRAINT sign_in_pkey PRIMARY KEY (site_id);

ALTER TABLE ONLY public.site
    ADD CONSTRAINT site_key_key UNIQUE (key);

ALTER TABLE ONLY public.site
    ADD CONSTRAINT site_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.site_version
    ADD CONSTRAINT site_version_pkey PRIMARY KEY (id);

ALTER TABLE ONLY public.site_version
    ADD CONSTRAINT site_version_site_id_number_key UNIQUE (site_id, number);

CREATE INDEX alarm_of_site ON public.alarm USING btree (site_id, at DESC);

CREATE INDEX consent_record_recent ON public.consent_record USING btree (site_id, at DESC);

CREATE INDEX delivery_of_alarm ON public.delivery USING btree (alarm_id);

CREATE INDEX house_rule_of_organisation ON public.house_rule USING btree (organisation_id);

CREATE INDEX item_across_sites ON public.item USING btree (organisation_id, kind, host, md5(name));

CREATE UNIQUE INDEX item_identity ON public.item USING btree (site_id, kind, host, md5(name));

CREATE INDEX item_note_of_item ON public.item_note USING btree (item_id, at);

CREATE INDEX ruling_act ON public.ruling USING btree (act);

CREATE INDEX ruling_of_item ON public.ruling USING btree (item_id, at DESC) WHERE (undone_at IS NULL);

CREATE INDEX run_of_site ON public.run USING btree (site_id, kind, requested_at DESC);

CREATE UNIQUE INDEX run_under_way ON public.run USING btree (site_id, kind) WHERE (state = ANY (ARRAY['queued'::text, 'running'::text, 'cancelling'::text]));

CREATE INDEX scan_item_of_run ON public.scan_item USING btree (run_id);

CREATE UNIQUE INDEX scan_page_once ON public.scan_page USING btree (run_id, md5(url), after_yes);

CREATE INDEX schedule_due ON public.schedule USING btree (next_at);

CREATE INDEX service_name_of_service ON public.service_name USING btree (service_id);

CREATE INDEX site_of_organisation ON public.site USING btree (organisation_id);

CREATE TRIGGER consent_record_is_final BEFORE DELETE OR UPDATE OR TRUNCATE ON public.consent_record FOR EACH STATEMENT EXECUTE FUNCTION public.refuse_change();

ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_before_run_id_fkey FOREIGN KEY (before_run_id) REFERENCES public.run(id);

ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_run_id_fkey FOREIGN KEY (run_id) REFERENCES public.run(id);

ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_seen_by_fkey FOREIGN KEY (seen_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.alarm
    ADD CONSTRAINT alarm_site_id_fkey FOREIGN KEY (site_id) REFERENCES public.site(id);

ALTER TABLE ONLY public.catalogue_entry
    ADD CONSTRAINT catalogue_entry_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.consent_record
    ADD CONSTRAINT consent_record_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.consent_record
    ADD CONSTRAINT consent_record_site_id_fkey FOREIGN KEY (site_id) REFERENCES public.site(id);

ALTER TABLE ONLY public.delivery
    ADD CONSTRAINT delivery_alarm_id_fkey FOREIGN KEY (alarm_id) REFERENCES public.alarm(id);

ALTER TABLE ONLY public.delivery
    ADD CONSTRAINT delivery_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.gate_file
    ADD CONSTRAINT gate_file_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.gate_file
    ADD CONSTRAINT gate_file_site_id_fkey FOREIGN KEY (site_id) REFERENCES public.site(id);

ALTER TABLE ONLY public.house_rule
    ADD CONSTRAINT house_rule_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.house_rule
    ADD CONSTRAINT house_rule_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.house_rule
    ADD CONSTRAINT house_rule_site_id_fkey FOREIGN KEY (site_id) REFERENCES public.site(id);

ALTER TABLE ONLY public.item_note
    ADD CONSTRAINT item_note_item_id_fkey FOREIGN KEY (item_id) REFERENCES public.item(id);

ALTER TABLE ONLY public.item_note
    ADD CONSTRAINT item_note_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.item_note
    ADD CONSTRAINT item_note_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.item
    ADD CONSTRAINT item_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.item
    ADD CONSTRAINT item_site_id_fkey FOREIGN KEY (site_id) REFERENCES public.site(id);

ALTER TABLE ONLY public.person
    ADD CONSTRAINT person_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.ruling
    ADD CONSTRAINT ruling_item_id_fkey FOREIGN KEY (item_id) REFERENCES public.item(id);

ALTER TABLE ONLY public.ruling
    ADD CONSTRAINT ruling_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.ruling
    ADD CONSTRAINT ruling_person_id_fkey FOREIGN KEY (person_id) REFERENCES public.person(id);

ALTER TABLE ONLY public.run
    ADD CONSTRAINT run_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.run
    ADD CONSTRAINT run_requested_by_fkey FOREIGN KEY (requested_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.run
    ADD CONSTRAINT run_site_id_fkey FOREIGN KEY (site_id) REFERENCES public.site(id);

ALTER TABLE ONLY public.saved_filter
    ADD CONSTRAINT saved_filter_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.saved_filter
    ADD CONSTRAINT saved_filter_site_id_fkey FOREIGN KEY (site_id) REFERENCES public.site(id);

ALTER TABLE ONLY public.scan_item
    ADD CONSTRAINT scan_item_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.scan_item
    ADD CONSTRAINT scan_item_run_id_fkey FOREIGN KEY (run_id) REFERENCES public.run(id);

ALTER TABLE ONLY public.scan_page
    ADD CONSTRAINT scan_page_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.scan_page
    ADD CONSTRAINT scan_page_run_id_fkey FOREIGN KEY (run_id) REFERENCES public.run(id);

ALTER TABLE ONLY public.schedule
    ADD CONSTRAINT schedule_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.schedule
    ADD CONSTRAINT schedule_site_id_fkey FOREIGN KEY (site_id) REFERENCES public.site(id);

ALTER TABLE ONLY public.service_name
    ADD CONSTRAINT service_name_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.service_name
    ADD CONSTRAINT service_name_service_id_fkey FOREIGN KEY (service_id) REFERENCES public.service(id) ON DELETE CASCADE;

ALTER TABLE ONLY public.service
    ADD CONSTRAINT service_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.sign_in
    ADD CONSTRAINT sign_in_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.sign_in
    ADD CONSTRAINT sign_in_site_id_fkey FOREIGN KEY (site_id) REFERENCES public.site(id);

ALTER TABLE ONLY public.site
    ADD CONSTRAINT site_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.site_version
    ADD CONSTRAINT site_version_organisation_id_fkey FOREIGN KEY (organisation_id) REFERENCES public.organisation(id);

ALTER TABLE ONLY public.site_version
    ADD CONSTRAINT site_version_published_by_fkey FOREIGN KEY (published_by) REFERENCES public.person(id);

ALTER TABLE ONLY public.site_version
    ADD CONSTRAINT site_version_site_id_fkey FOREIGN KEY (site_id) REFERENCES public.site(id);
