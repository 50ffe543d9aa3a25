import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { useSession } from './api/session';
import { Board } from './views/board';
import { Frame } from './views/frame';
import { NewSite } from './views/new-site';
import { NotHere } from './views/not-here';
import { SignIn } from './views/sign-in';
import { SiteFrame } from './views/site-frame';

// Each station is a piece of its own, loaded when somebody goes there.
const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <NotHere />,
    children: [
      { path: '/', element: <Board /> },
      { path: '/sites/new', element: <NewSite /> },
      {
        path: '/sites/:siteId',
        element: <SiteFrame />,
        children: [
          { index: true, element: <Navigate to="scan" replace /> },
          { path: 'scan', lazy: async () => ({ Component: (await import('./views/scan/scan-view')).ScanView }) },
          {
            path: 'scan/setup',
            lazy: async () => ({ Component: (await import('./views/scan/scan-setup-view')).ScanSetupView }),
          },
          {
            path: 'scan/compare/:before?/:now?',
            lazy: async () => ({ Component: (await import('./views/scan/compare-view')).CompareView }),
          },
          {
            path: 'scan/alarms',
            lazy: async () => ({ Component: (await import('./views/scan/alarms-view')).AlarmsView }),
          },
          {
            path: 'scan/visitors',
            lazy: async () => ({ Component: (await import('./views/scan/visitors-view')).VisitorsView }),
          },
          {
            path: 'classify/:itemId?',
            lazy: async () => ({ Component: (await import('./views/classify/classify-view')).ClassifyView }),
          },
          {
            path: 'classify/services/:name?',
            lazy: async () => ({ Component: (await import('./views/classify/services-view')).ServicesView }),
          },
          {
            path: 'classify/purposes',
            lazy: async () => ({ Component: (await import('./views/classify/purposes-view')).PurposesView }),
          },
          {
            path: 'classify/house-rules/:ruleId?',
            lazy: async () => ({ Component: (await import('./views/classify/house-rules-view')).HouseRulesView }),
          },
          {
            path: 'classify/known',
            lazy: async () => ({ Component: (await import('./views/classify/known-view')).KnownView }),
          },
          {
            path: 'classify/across-sites',
            lazy: async () => ({ Component: (await import('./views/classify/across-sites-view')).AcrossSitesView }),
          },
          { path: 'first', lazy: async () => ({ Component: (await import('./views/first/first-view')).FirstView }) },
          {
            path: 'classify/files',
            lazy: async () => ({ Component: (await import('./views/classify/files-view')).FilesView }),
          },
          {
            path: 'check/compare/:before?/:now?',
            lazy: async () => ({ Component: (await import('./views/check/compare-view')).CheckCompareView }),
          },
          {
            path: 'regions',
            lazy: async () => ({ Component: (await import('./views/regions/regions-view')).RegionsView }),
          },
          {
            path: 'regions/map',
            lazy: async () => ({ Component: (await import('./views/regions/map-view')).MapView }),
          },
          {
            path: 'regions/document',
            lazy: async () => ({ Component: (await import('./views/regions/document-view')).DocumentView }),
          },
          {
            path: 'regions/applies',
            lazy: async () => ({ Component: (await import('./views/regions/applies-view')).AppliesView }),
          },
          {
            path: 'regions/laws/:regimeId?',
            lazy: async () => ({ Component: (await import('./views/regions/laws-view')).LawsView }),
          },
          {
            path: 'banner',
            lazy: async () => ({ Component: (await import('./views/banner/banner-frame')).BannerFrame }),
            children: [
              {
                index: true,
                lazy: async () => ({ Component: (await import('./views/banner/design-view')).DesignView }),
              },
              {
                path: 'words',
                lazy: async () => ({ Component: (await import('./views/banner/words-view')).WordsView }),
              },
              {
                path: 'languages',
                lazy: async () => ({ Component: (await import('./views/banner/languages-view')).LanguagesView }),
              },
              {
                path: 'asking',
                lazy: async () => ({ Component: (await import('./views/banner/asking-view')).AskingView }),
              },
              {
                path: 'findings',
                lazy: async () => ({ Component: (await import('./views/banner/findings-view')).FindingsView }),
              },
              {
                path: 'publish',
                lazy: async () => ({ Component: (await import('./views/banner/publish-view')).PublishView }),
              },
            ],
          },
          {
            path: 'policies',
            lazy: async () => ({ Component: (await import('./views/policies/policies-view')).PoliciesView }),
          },
          {
            path: 'policies/questions',
            lazy: async () => ({ Component: (await import('./views/policies/questions-view')).QuestionsView }),
          },
          {
            path: 'policies/forms',
            lazy: async () => ({ Component: (await import('./views/policies/forms-view')).FormsView }),
          },
          {
            path: 'policies/agreements',
            lazy: async () => ({ Component: (await import('./views/policies/agreements-view')).AgreementsView }),
          },
          {
            path: 'policies/:policyId',
            lazy: async () => ({ Component: (await import('./views/policies/policy-frame')).PolicyFrame }),
            children: [
              {
                index: true,
                lazy: async () => ({ Component: (await import('./views/policies/text-view')).TextView }),
              },
              {
                path: 'languages/:language?',
                lazy: async () => ({ Component: (await import('./views/policies/translation-view')).TranslationView }),
              },
              {
                path: 'versions/:number?',
                lazy: async () => ({ Component: (await import('./views/policies/versions-view')).VersionsView }),
              },
            ],
          },
          {
            path: 'install',
            lazy: async () => ({ Component: (await import('./views/install/install-view')).InstallView }),
          },
          { path: 'check', lazy: async () => ({ Component: (await import('./views/check/check-view')).CheckView }) },
          {
            path: 'check/pipeline',
            lazy: async () => ({ Component: (await import('./views/check/pipeline-view')).PipelineView }),
          },
          {
            path: 'check/draft',
            lazy: async () => ({ Component: (await import('./views/check/draft-check-view')).DraftCheckView }),
          },
          {
            path: 'records/:recordId?',
            lazy: async () => ({ Component: (await import('./views/records')).RecordsView }),
          },
        ],
      },
      { path: '*', element: <NotHere /> },
    ],
  },
]);

export function App() {
  const { person } = useSession();
  return person ? <RouterProvider router={router} /> : <SignIn />;
}
