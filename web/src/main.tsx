import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { useProjects } from './api/queries.ts';
import './app.css';
import { Message } from './shell/Message.tsx';
import { ProjectFrame } from './shell/ProjectFrame.tsx';

function FirstProject() {
  const { data, error } = useProjects();
  if (error) return <Message text={error.message} retry />;
  if (!data) return <Message text="Opening …" />;
  if (data.length === 0)
    return <Message text="There is no project yet. Run `npm run demo` to start with the demo’s material." />;
  return <Navigate to={`/${data[0].id}/look`} replace />;
}

const queries = new QueryClient({ defaultOptions: { queries: { refetchOnWindowFocus: false, retry: 1 } } });

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <Routes>
          <Route path="/" element={<FirstProject />} />
          <Route path="/:project/:station?" element={<ProjectFrame />} />
        </Routes>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
