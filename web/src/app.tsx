import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { useSession } from './api/session';
import { BannerView } from './views/banner/banner-view';
import { Board } from './views/board';
import { CheckView } from './views/check/check-view';
import { ClassifyView } from './views/classify/classify-view';
import { Frame } from './views/frame';
import { InstallView } from './views/install';
import { NewSite } from './views/new-site';
import { NotHere } from './views/not-here';
import { RecordsView } from './views/records';
import { RegionsView } from './views/regions';
import { AlarmsView } from './views/scan/alarms-view';
import { CompareView } from './views/scan/compare-view';
import { ScanSetupView } from './views/scan/scan-setup-view';
import { ScanView } from './views/scan/scan-view';
import { SignIn } from './views/sign-in';
import { SiteFrame } from './views/site-frame';

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
          { path: 'scan', element: <ScanView /> },
          { path: 'scan/setup', element: <ScanSetupView /> },
          { path: 'scan/compare/:before?/:now?', element: <CompareView /> },
          { path: 'scan/alarms', element: <AlarmsView /> },
          { path: 'classify/:itemId?', element: <ClassifyView /> },
          { path: 'regions', element: <RegionsView /> },
          { path: 'banner', element: <BannerView /> },
          { path: 'install', element: <InstallView /> },
          { path: 'check', element: <CheckView /> },
          { path: 'records/:recordId?', element: <RecordsView /> },
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
