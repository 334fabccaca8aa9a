import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Route, Routes } from 'react-router';
import { queryClient } from './api/queryClient.ts';
import './app.css';
import { Message } from './shell/Message.tsx';
import { lazily } from './ui/lazily.ts';

const StartScreen = lazily(() => import('./screens/start/StartScreen.tsx'), 'StartScreen');
const ProjectRoute = lazily(() => import('./projectRoute.tsx'), 'ProjectRoute');

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <BrowserRouter>
        <Suspense fallback={<Message text="Opening …" />}>
          <Routes>
            <Route path="/" element={<StartScreen />} />
            <Route path="/:project/:station?" element={<ProjectRoute />} />
          </Routes>
        </Suspense>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
